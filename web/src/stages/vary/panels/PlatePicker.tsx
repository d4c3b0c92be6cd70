import { plateTitle } from '@amber-stamp/core';
import type { PlateInfo } from '../../../api/types.ts';
import { blobUrl, usePlateList } from '../../../api/queries.ts';
import { Popover } from '@mui/material';
import { useState } from 'react';

interface Props {
  label: string;
  onPick: (plate: PlateInfo) => void;
}

/** All plates of the cabinet as pictures; a press takes one. */
export function PlatePicker({ label, onPick }: Props) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const { data = [] } = usePlateList();
  return (
    <>
      <button className="link" aria-haspopup="dialog" onClick={(e) => setAnchor(e.currentTarget)}>
        {label}
      </button>
      <Popover
        anchorEl={anchor}
        open={anchor !== null}
        onClose={() => setAnchor(null)}
        transitionDuration={0}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        slotProps={{ paper: { className: 'plates-picker', 'aria-label': 'Plates of the cabinet' } }}
      >
        {data.length === 0 && <p className="note">No plate is kept yet.</p>}
        {data.map((plate) => (
          <button
            key={plate.sha256}
            className="plate-pick"
            title={`${plate.name}, ${plate.width} x ${plate.height} px`}
            aria-label={plate.name}
            onClick={() => {
              setAnchor(null);
              onPick(plate);
            }}
          >
            <img src={blobUrl(plate.sha256)} alt="" loading="lazy" />
            <span>{plateTitle(plate.name)}</span>
          </button>
        ))}
      </Popover>
    </>
  );
}

import { plateTitle } from '@amber-stamp/core/raster';
import type { PlateInfo } from '@amber-stamp/core/api';
import { usePlateList } from '../../../api/lists.ts';
import { plateUrl } from '../../../api/queries.ts';
import { More } from '../../../parts/More.tsx';
import { PicturesButton } from '../../../parts/PicturesButton.tsx';

interface Props {
  label: string;
  onPick: (plate: PlateInfo) => void;
  /** it stays open, for one after the other */
  several?: boolean;
}

/** All plates of the cabinet as pictures, beside the controls; a press takes one. A press beside it closes it and does what it would have done. */
export function PlatePicker({ label, onPick, several = false }: Props) {
  const { items, loading, more } = usePlateList();
  return (
    <PicturesButton label={label} title="Plates of the cabinet">
      {(close) => (
        <>
          {items.length === 0 && !loading && <p className="note">No plate is kept yet.</p>}
          {items.map((plate, i) => (
            <button
              key={plate.sha256}
              className="plate-pick"
              autoFocus={i === 0}
              title={`${plate.name}, ${plate.width} x ${plate.height} px`}
              aria-label={plate.name}
              onClick={() => {
                if (!several) close();
                onPick(plate);
              }}
            >
              <img src={plateUrl(plate.sha256, 180)} alt="" loading="lazy" />
              <span>{plateTitle(plate.name)}</span>
            </button>
          ))}
          <More what="plates" more={more} />
        </>
      )}
    </PicturesButton>
  );
}

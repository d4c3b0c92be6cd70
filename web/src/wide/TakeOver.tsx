import { Menu, MenuItem } from '@mui/material';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { tipFromSheet, tipFromStrokes } from '../bench/from-strokes.ts';
import { orNotifyError } from '../parts/messages.tsx';

const WAYS = [
  ['a drawn tip, each stroke open to change', tipFromStrokes],
  ['a picture, cut like any other', tipFromSheet],
] as const;

/** The user's own strokes become a tip: as strokes, or as a picture. */
export function TakeOver() {
  const navigate = useNavigate();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const take = async (make: () => Promise<string | undefined>) => {
    setAnchor(null);
    const id = await make();
    if (id) await navigate(`/brush/${id}/cut`);
  };
  return (
    <>
      <button className="small" aria-haspopup="menu" onClick={(e) => setAnchor(e.currentTarget)}>
        a tip of mine
      </button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)} transitionDuration={0}>
        {WAYS.map(([words, make]) => (
          <MenuItem key={words} onClick={() => orNotifyError(take(make))}>
            {words}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}

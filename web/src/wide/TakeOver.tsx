import { Tooltip } from '@mui/material';
import { useNavigate } from 'react-router';
import { tipFromSheet, tipFromStrokes } from '../bench/from-strokes.ts';
import { orNotifyError } from '../parts/messages.tsx';

const WAYS = [
  ['a tip of mine', 'Your strokes become a drawn tip, each open to change', tipFromStrokes],
  ['mine as a picture', 'A picture of your strokes becomes a tip, cut like any other', tipFromSheet],
] as const;

/** The user's own strokes become a tip: as strokes, or as a picture. */
export function TakeOver() {
  const navigate = useNavigate();
  const take = async (make: () => Promise<string | undefined>) => {
    const id = await make();
    if (id) await navigate(`/brush/${id}/cut`);
  };
  return WAYS.map(([words, help, make]) => (
    <Tooltip key={words} title={help}>
      <button className="small" onClick={() => orNotifyError(take(make))}>
        {words}
      </button>
    </Tooltip>
  ));
}

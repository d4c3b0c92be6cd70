import { LinearProgress } from '@mui/material';
import { cancelCut, useLongCut } from '../../bench/long-cut.ts';

/** How far a plate is that takes long to cut or draw, and the way to end it; a part of its own, so that nothing else is rendered again. */
export function CutProgress() {
  const share = useLongCut((s) => s.share);
  if (share === null) return null;
  const percent = Math.round(100 * share);
  return (
    <span className="long-cut">
      <LinearProgress aria-label="Making the plate" variant="determinate" value={percent} />
      the plate is being made, {percent} %
      <button className="link" onClick={cancelCut}>
        cancel
      </button>
    </span>
  );
}

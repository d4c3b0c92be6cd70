import type { Bench, SheetState } from '@amber-stamp/core/bench';
import { TRIAL_SIZE, trialStrokes } from '@amber-stamp/core/path';
import { IconButton, Tooltip } from '@mui/material';
import { memo } from 'react';
import { rollSeed } from '../../bench/edit.ts';
import { Grounds, paperColour } from '../../bench/parts/Grounds.tsx';
import { WideIcon } from '../../parts/icons.tsx';
import { InkProof } from '../../bench/parts/InkProof.tsx';
import { EchoHead } from './EchoHead.tsx';
import { useWide } from '../../wide/widened.ts';

const TRIAL = trialStrokes().strokes;
const scaleToWidth = (width: number): number => width / TRIAL_SIZE.width;

/** What is under the sheet: the ground, the seed, the way to the wide one. */
const Foot = memo(function Foot({ sheet, seed }: { sheet: SheetState; seed: number }) {
  const wide = useWide((s) => s.wide);
  return (
    <div className="foot">
      <Grounds sheet={sheet} />
      <span className="spacer" />
      <span className="seed">seed {seed}</span>
      <button className="link" onClick={rollSeed}>
        roll
      </button>
      <Tooltip title={wide ? 'Give the middle back (W)' : 'Widen the sheet to the middle (W)'}>
        <IconButton
          aria-label="Widen the sheet"
          aria-pressed={wide}
          onClick={() => useWide.setState({ wide: !wide, alone: false })}
        >
          <WideIcon size={16} />
        </IconButton>
      </Tooltip>
    </div>
  );
});

/** The same trial strokes in every stage, drawn again at every change. */
export function Sheet({ bench }: { bench: Bench }) {
  const { ground } = bench.sheet;
  return (
    <aside className="sheet" aria-label="Sheet">
      <EchoHead />
      <div className="paper" style={{ background: paperColour(ground) }}>
        <InkProof
          view="sheet"
          label="Trial strokes"
          brush={bench.brush}
          plates={bench.plates}
          strokes={TRIAL}
          scale={scaleToWidth}
          ground={bench.sheet}
        />
      </div>
      <Foot sheet={bench.sheet} seed={bench.brush.seed} />
    </aside>
  );
}

import { GROUNDS, TRIAL_SIZE, trialStrokes, type Bench, type Ground } from '@amber-stamp/core';
import { IconButton, Tooltip } from '@mui/material';
import { rollSeed } from '../../bench/edit.ts';
import { change } from '../../bench/store.ts';
import { WideIcon } from '../../parts/icons.tsx';
import { InkProof } from '../../parts/InkProof.tsx';
import { EchoHead } from './EchoHead.tsx';
import { useWide } from './wide.ts';

const TRIAL = trialStrokes().strokes;
const scaleToWidth = (width: number): number => width / TRIAL_SIZE.width;
const COLOURS: Record<Ground, string> = { white: '#ffffff', gray: '#808080', black: '#000000' };

/** The same trial strokes in every stage, drawn again at every change. */
export function Sheet({ bench }: { bench: Bench }) {
  const wide = useWide((s) => s.wide);
  const { ground } = bench.sheet;
  return (
    <aside className="sheet" aria-label="Sheet">
      <EchoHead />
      <div className="paper" style={{ background: COLOURS[ground] }}>
        <InkProof
          view="sheet"
          label="Trial strokes"
          brush={bench.brush}
          plates={bench.plates}
          strokes={TRIAL}
          scale={scaleToWidth}
          ground={ground}
        />
      </div>
      <div className="foot">
        <div role="radiogroup" aria-label="Ground" style={{ display: 'flex', gap: 7 }}>
          {GROUNDS.map((name) => (
            <button
              key={name}
              className="swatch"
              role="radio"
              aria-checked={ground === name}
              aria-label={name}
              style={{ background: COLOURS[name] }}
              onClick={() => change(`${name} ground`, (draft) => void (draft.sheet.ground = name))}
            />
          ))}
        </div>
        <span className="spacer" />
        <span>seed {bench.brush.seed}</span>
        <button className="link" onClick={rollSeed}>
          roll
        </button>
        <Tooltip title={wide ? 'Give the middle back (W)' : 'Widen the sheet to the middle (W)'}>
          <IconButton
            aria-label="Widen the sheet"
            aria-pressed={wide}
            onClick={() => useWide.setState({ wide: !wide })}
          >
            <WideIcon size={16} />
          </IconButton>
        </Tooltip>
      </div>
    </aside>
  );
}

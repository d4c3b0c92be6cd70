import type { Bench } from '@amber-stamp/core/bench';
import { numberParam } from '@amber-stamp/core/cut';
import { SWEEPS, sweepNamed } from '@amber-stamp/core/vary';
import { Button, MenuItem, Select } from '@mui/material';
import { coatOf } from '../../bench/coat.ts';
import {
  cancelLadder,
  measureLadder,
  MOST_CELLS,
  setLadder,
  sideFor,
  useLadder,
  type Side,
} from '../../bench/ladder.ts';
import { ParamField } from '../../parts/ParamField.tsx';
import { Working } from '../../parts/Working.tsx';

const NONE = 'none';

interface SideProps {
  bench: Bench;
  name: string;
  side: Side | null;
  /** what the other side sweeps, which this one cannot */
  taken: string | undefined;
  /** there may be no such side */
  free?: boolean;
  onChange: (side: Side | null) => void;
}

function SideFields({ side, onChange }: { side: Side; onChange: (side: Side) => void }) {
  const sweep = sweepNamed(side.sweep) ?? SWEEPS[0];
  const { min, max, unit } = sweep;
  const end = (name: 'from' | 'to', label: string) => (
    <ParamField
      param={numberParam(label, unit, [min, max, 1], side[name], `${sweep.label} at this end of the ladder.`)}
      value={side[name]}
      onLive={(v) => onChange({ ...side, [name]: Number(v) })}
      onDone={() => undefined}
    />
  );
  return (
    <>
      {end('from', 'From')}
      {end('to', 'To')}
      <ParamField
        param={numberParam('Steps', '', [2, MOST_CELLS, 1], 5, 'How many cells stand along this side.')}
        value={side.count}
        onLive={(v) => onChange({ ...side, count: Math.round(Number(v)) })}
        onDone={() => undefined}
      />
    </>
  );
}

function SideChoice({ bench, name, side, taken, free, onChange }: SideProps) {
  const coat = coatOf(bench);
  return (
    <div className="section" role="group" aria-label={name}>
      <h3>{name}</h3>
      <Select
        variant="standard"
        value={side?.sweep ?? NONE}
        slotProps={{ input: { 'aria-label': `${name}: what is swept` } }}
        onChange={(e) => onChange(e.target.value === NONE ? null : sideFor(bench, e.target.value, side?.count ?? 3))}
        fullWidth
      >
        {free && <MenuItem value={NONE}>nothing: one row</MenuItem>}
        {SWEEPS.filter((s) => s.name !== taken && s.has(coat)).map((s) => (
          <MenuItem key={s.name} value={s.name}>
            {s.label}
          </MenuItem>
        ))}
      </Select>
      {side && <SideFields side={side} onChange={onChange} />}
    </div>
  );
}

/** What a ladder is swept over, and the measuring of its cells. */
export function LadderControls({ bench }: { bench: Bench }) {
  const { across, down, work, echoes } = useLadder();
  return (
    <section aria-label="Ladder">
      <div className="top">
        <h2>Ladder</h2>
      </div>
      <p className="note" style={{ padding: '0 16px', margin: '0 0 10px' }}>
        One or two settings in steps over a sheet of cells: the same stroke and the same chance in each.
      </p>
      <div className="buttons" style={{ padding: '0 16px 10px' }}>
        <Button variant="contained" disabled={work !== null} onClick={() => void measureLadder()}>
          {Object.keys(echoes).length > 0 ? 'Measure again' : 'Measure each cell'}
        </Button>
      </div>
      {work && <Working label="Measuring the ladder" {...work} onCancel={cancelLadder} />}
      <SideChoice
        bench={bench}
        name="From left to right"
        side={across}
        taken={down?.sweep}
        onChange={(side) => side && setLadder({ across: side })}
      />
      <SideChoice
        bench={bench}
        name="From top to bottom"
        side={down}
        taken={across.sweep}
        free
        onChange={(side) => setLadder({ down: side })}
      />
    </section>
  );
}

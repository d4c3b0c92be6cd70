import type { Bench } from '@amber-stamp/core/bench';
import { numberParam } from '@amber-stamp/core/cut';
import { Button, MenuItem, Select } from '@mui/material';
import {
  cancelLadder,
  measureLadder,
  MOST_CELLS,
  readValues,
  setLadder,
  sideFor,
  useLadder,
  type Side,
} from '../../bench/ladder.ts';
import { ladderSweeps, sweepIn, type LadderSweep } from '../../bench/ladder-sweeps.ts';
import { ValueField } from '../../parts/ValueField.tsx';
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

/** Values of the user's own, such as 1, 10, 20, 50. */
function OwnValues({ sweep, side, onChange }: { sweep: LadderSweep; side: Side; onChange: (side: Side) => void }) {
  const own = side.values?.join(', ') ?? '';
  return (
    <label className="param wide">
      <span className="note">Own values</span>
      <ValueField
        label={`Own values of ${sweep.label}`}
        text={own}
        example="such as 1, 10, 20, 50"
        hint="values with commas between them, such as 1, 10, 20, 50; nothing for even steps"
        onEnter={(text) => {
          const values = readValues(text, sweep);
          if (!values && text.trim() !== '') return `Type two to ${MOST_CELLS} values with commas between them.`;
          onChange({ ...side, values });
          return undefined;
        }}
      />
    </label>
  );
}

function SideFields({ bench, side, onChange }: { bench: Bench; side: Side; onChange: (side: Side) => void }) {
  const sweep = sweepIn(bench, side.sweep);
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
      <OwnValues sweep={sweep} side={side} onChange={onChange} />
      {side.values ? null : (
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
      )}
    </>
  );
}

function SideChoice({ bench, name, side, taken, free, onChange }: SideProps) {
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
        {ladderSweeps(bench)
          .filter((s) => s.name !== taken)
          .map((s) => (
            <MenuItem key={s.name} value={s.name}>
              {s.label}
            </MenuItem>
          ))}
      </Select>
      {side && <SideFields bench={bench} side={side} onChange={onChange} />}
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

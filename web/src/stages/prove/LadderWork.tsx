import type { Bench } from '@amber-stamp/core/bench';
import { portraitStroke } from '@amber-stamp/core/path';
import { useMemo, useRef } from 'react';
import { cellsOf, sidesOf, takeCell, useLadder, type Cell } from '../../bench/ladder.ts';
import { pairWords } from '../../parts/Dial.tsx';
import type { EchoPair } from '../../engine/protocol/prove.ts';
import { InkProof } from '../../bench/parts/InkProof.tsx';
import { useBoxSize } from '../../parts/useBoxSize.ts';

/** A stroke of a cell is laid out for so many px, and shown as small as the cell is. */
const WIDE = 440;
/** A cell of a single row would be all air, px. */
const MOST_HIGH = 200;

interface CellProps {
  bench: Bench;
  cell: Cell;
  pair: EchoPair | undefined;
  best: boolean;
  height: number;
}

function LadderCell({ bench, cell, pair, best, height }: CellProps) {
  const strokes = useMemo(() => portraitStroke(WIDE, height).strokes, [height]);
  const told = pair ? `, ${pairWords(pair)}` : '';
  return (
    <button
      className={`rung ${best ? 'best' : ''}`}
      onClick={() => takeCell(cell)}
      aria-label={`Take ${cell.key}${told}`}
    >
      <span className="paper">
        <InkProof
          view={`ladder ${cell.row} ${cell.column}`}
          label={`Stroke: ${cell.key}`}
          brush={cell.brush}
          plates={cell.plates}
          kept={cell.recut}
          strokes={strokes}
          scale={(width) => width / WIDE}
          ground={bench.sheet}
          calm
        />
      </span>
      <span className="sum">
        {pair ? <b>echo {Math.round(pair.echo)}</b> : <span className="take">take</span>}
        {pair && <span>texture {Math.round(pair.texture)}</span>}
        {best && <span className="take">least</span>}
      </span>
    </button>
  );
}

/** The contact sheet: a stroke in every cell, the settings along both sides, echo and texture under each. */
export function LadderWork({ bench }: { bench: Bench }) {
  const { across, down, echoes, of } = useLadder();
  const field = useRef<HTMLDivElement>(null);
  const box = useBoxSize(field);
  const cells = useMemo(() => cellsOf(bench, { across, down }), [bench, across, down]);
  const sides = sidesOf(bench, { across, down });
  const columns = sides.across.values.length;
  const rows = sides.down?.values.length ?? 1;
  const current = of === bench ? echoes : {};
  const measured = cells.flatMap(({ key }) => (key in current ? [current[key].echo] : []));
  const least = measured.length === cells.length ? Math.min(...measured) : undefined;
  const paperWidth = Math.max(1, (box.width - 64) / columns);
  const cellHeight = Math.min(MOST_HIGH, (box.height - 40) / rows);
  const height = (WIDE * Math.max(20, cellHeight - 48)) / paperWidth;
  const unit = (value: number, of_: string) => `${value}${of_ === '' || of_ === '°' ? of_ : ` ${of_}`}`;
  return (
    <section className="work" aria-label="Ladder of cells">
      <div
        className="ladder"
        ref={field}
        style={{
          gridTemplateColumns: `64px repeat(${columns}, minmax(0, 1fr))`,
          gridTemplateRows: `auto repeat(${rows}, minmax(0, ${MOST_HIGH}px))`,
        }}
      >
        <span className="corner">
          {sides.across.sweep.label}
          {sides.down && <i>{sides.down.sweep.label}</i>}
        </span>
        {sides.across.values.map((v, i) => (
          <b key={i} className="along">
            {unit(v, sides.across.sweep.unit)}
          </b>
        ))}
        {cells.map((cell) => {
          const pair = current[cell.key];
          const value = sides.down?.values[cell.row];
          return [
            cell.column === 0 && (
              <b key={`row ${cell.row}`} className="beside">
                {value !== undefined && sides.down ? unit(value, sides.down.sweep.unit) : ''}
              </b>
            ),
            <LadderCell
              key={`${cell.row} ${cell.column}`}
              bench={bench}
              cell={cell}
              pair={pair}
              best={pair !== undefined && pair.echo === least}
              height={height}
            />,
          ];
        })}
      </div>
    </section>
  );
}

import type { Bench } from '@amber-stamp/core/bench';
import { withoutGuess } from '@amber-stamp/core/vary';
import { Button } from '@mui/material';
import { useCallback, useState } from 'react';
import { coatOf, coatPlace } from '../../bench/coat.ts';
import { definitionOf, propertiesOf, propertyOf, type RangeName } from '../../bench/edit.ts';
import { useBenchEye } from '../../bench/eye.ts';
import { change } from '../../bench/store.ts';
import { rowsAtHand, starOf, useHabit } from './at-hand.ts';
import { FirstStrokes } from './FirstStrokes.tsx';
import { MirrorRow } from './MirrorRow.tsx';
import { CoatsPanel } from './panels/CoatsPanel.tsx';
import { DeckPanel } from './panels/DeckPanel.tsx';
import { EndsPanel } from './panels/EndsPanel.tsx';
import { GrainPanel } from './panels/GrainPanel.tsx';
import { InkPanel } from './panels/InkPanel.tsx';
import { ReliefPanel } from './panels/ReliefPanel.tsx';
import { PropertyRow } from './PropertyRow.tsx';
import { MAIN_ROWS, ROWS, type RowDefinition } from './rows.ts';
import { sheetStrokes } from './sheet-strokes.ts';

const plain = (what: string) =>
  change(what, (draft) => {
    const coat = coatOf(draft);
    const { properties, count } = withoutGuess(draft.brush).coats[coatPlace(draft)];
    Object.assign(coat, { properties, count });
    draft.guessed = {};
  });

const PARTS = ['rows', 'deck', 'ink', 'grain', 'ends', 'relief', 'coats'] as const;
type Part = (typeof PARTS)[number];

/** Words that lead to a part, for the search. */
const PART_WORDS: Record<Part, string> = {
  rows: '',
  deck: 'deck cards tips shuffle order weight relatives several alternate',
  ink: 'ink colour color gradient meet dissolve lighten darken blend tint',
  grain: 'grain paper texture tile rough depth canvas',
  ends: 'ends taper thinner head tail start finish steady smooth shaky floor perspective',
  relief: 'relief thickness raised lamp light shadow impasto',
  coats: 'coats layer mask second dual cover',
};

const rowsOf = (...groups: RowDefinition['group'][]) =>
  ROWS.filter((row) => groups.includes(row.group) && !MAIN_ROWS.includes(row));

/** What a part has to show beside its rows. */
function PartPanel({ part, bench }: { part: Part; bench: Bench }) {
  switch (part) {
    case 'rows':
      return null;
    case 'deck':
      return <DeckPanel bench={bench} />;
    case 'ink':
      return <InkPanel bench={bench} />;
    case 'grain':
      return <GrainPanel bench={bench} />;
    case 'ends':
      return <EndsPanel bench={bench} />;
    case 'relief':
      return <ReliefPanel bench={bench} />;
    case 'coats':
      return <CoatsPanel bench={bench} />;
  }
}

function rowsIn(part: Part, bench: Bench, atHand: readonly RowDefinition[]): readonly RowDefinition[] {
  switch (part) {
    case 'rows':
      return [...atHand.filter((row) => !MAIN_ROWS.includes(row)), ...MAIN_ROWS];
    case 'deck':
      return rowsOf('Place');
    case 'ink':
      return rowsOf('Tint');
    case 'relief':
      return rowsOf('Relief');
    case 'grain':
      return coatOf(bench).grain ? rowsOf('Grain') : [];
    default:
      return [];
  }
}

/** The coat that the rows show, where there is more than one. */
function CoatChoice({ bench }: { bench: Bench }) {
  if (bench.brush.coats.length === 1) return null;
  const chosen = coatPlace(bench);
  return (
    <div className="choices" role="radiogroup" aria-label="Coat" style={{ padding: '0 16px 8px' }}>
      {bench.brush.coats.map((_, i) => (
        <button
          key={i}
          className="choice"
          role="radio"
          aria-checked={i === chosen}
          onClick={() => useBenchEye.setState({ coat: i, plate: null })}
        >
          coat {i + 1}
        </button>
      ))}
    </div>
  );
}

const MIRRORS = [
  { name: 'mirrorX', label: 'Mirror', note: 'left to right' },
  { name: 'mirrorY', label: 'Turn over', note: 'top to bottom' },
] as const;

/** What is shown of a part, or of all that a search finds. */
function shownFor(wanted: string, part: Part, bench: Bench, habit: readonly string[]) {
  const words = wanted
    .toLowerCase()
    .split(/\s+/)
    .filter((w) => w.length > 2);
  const searching = words.length > 0;
  const matches = (text: string) => words.some((w) => text.toLowerCase().includes(w));
  const rows = searching
    ? ROWS.filter((row) => matches(`${definitionOf(row.name).label} ${row.words}`))
    : rowsIn(part, bench, rowsAtHand(bench, habit));
  const parts = searching ? PARTS.filter((p) => matches(PART_WORDS[p])) : [part];
  const mirrors = searching ? matches('mirror flip left right top bottom') : part === 'rows';
  return { searching, rows, parts, mirrors };
}

const RowSearch = ({ wanted, onWant }: { wanted: string; onWant: (wanted: string) => void }) => (
  <div className="top">
    <h2>Rows</h2>
    <input
      className="underline"
      placeholder="thinner at the end…"
      aria-label="Find a row"
      value={wanted}
      onChange={(e) => onWant(e.target.value)}
    />
  </div>
);

const PartTabs = ({ part, onPart }: { part: Part; onPart: (part: Part) => void }) => (
  <div className="parts" role="tablist" aria-label="What varies">
    {PARTS.map((name) => (
      <button key={name} role="tab" aria-selected={part === name} onClick={() => onPart(name)}>
        {name}
      </button>
    ))}
  </div>
);

/** Everything that varies: the rows that matter first, and what they belong to one press away. */
export function VaryControls({ bench }: { bench: Bench }) {
  const habit = useHabit((s) => s.rows);
  const [wanted, setWanted] = useState('');
  const [part, setPart] = useState<Part>('rows');
  const [open, setOpen] = useState<RangeName | null>('size');
  const onOpen = useCallback((name: RangeName) => setOpen((now) => (now === name ? null : name)), []);
  const properties = propertiesOf(bench);
  const strokes = sheetStrokes(bench);
  const { searching, rows, parts, mirrors } = shownFor(wanted, part, bench, habit);
  return (
    <>
      <RowSearch wanted={wanted} onWant={setWanted} />
      {!searching && <PartTabs part={part} onPart={setPart} />}
      <CoatChoice bench={bench} />
      {part === 'rows' && !searching && <FirstStrokes bench={bench} />}
      {parts.map((p) => (
        <PartPanel key={p} part={p} bench={bench} />
      ))}
      {rows.map((row) => (
        <PropertyRow
          key={row.name}
          row={row}
          property={propertyOf(bench, row.name)}
          strokes={strokes}
          reason={bench.guessed[row.name]}
          star={starOf(bench, habit, row.name)}
          follow={row.name === 'angle' ? properties.angle.follow : 'none'}
          open={open === row.name}
          onOpen={onOpen}
        />
      ))}
      {mirrors &&
        MIRRORS.map((row) => (
          <MirrorRow key={row.name} {...row} property={properties[row.name]} reason={bench.guessed[row.name]} />
        ))}
      {searching && rows.length === 0 && !mirrors && parts.length === 0 && (
        <p className="note" style={{ padding: '4px 16px' }}>
          No row by that word. Try size, spacing, turn, scatter, flow, paper, colour, taper.
        </p>
      )}
      {part === 'rows' && !searching && (
        <div className="section">
          <Button onClick={() => plain('all rows as they were made')}>Reset all rows</Button>
        </div>
      )}
    </>
  );
}

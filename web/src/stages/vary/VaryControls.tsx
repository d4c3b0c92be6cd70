import type { Bench } from '@amber-stamp/core/bench';
import { useMemo, type HTMLAttributes } from 'react';
import { coatOf, coatPlace } from '../../bench/coat.ts';
import { definitionOf, propertiesOf, propertyOf } from '../../bench/edit.ts';
import { useBenchEye } from '../../bench/eye.ts';
import { useDropTarget } from '../../bench/parts/drop.ts';
import { takeCardFile } from './panels/CardRow.tsx';
import { takeGrainFile } from './panels/grain-of.ts';
import { rowsAtHand, settingsAtHand, starOf, toggleAside, useHabit } from './at-hand.ts';
import { FirstStrokes } from './FirstStrokes.tsx';
import { MirrorRow } from './MirrorRow.tsx';
import { PartPanel } from './PartPanel.tsx';
import { PARTS, type Part } from './parts.ts';
import { PropertyRow } from './PropertyRow.tsx';
import { ResetMenu } from './ResetMenu.tsx';
import { MAIN_ROWS, rowsOfPart, type RowDefinition } from './rows.ts';
import { sheetStrokes } from './sheet-strokes.ts';
import { openRow, useVaryEye } from './vary-eye.ts';

interface Habits {
  rows: readonly string[];
  aside: readonly string[];
}

function rowsIn(part: Part, bench: Bench, { rows: habit, aside }: Habits): readonly RowDefinition[] {
  switch (part) {
    case 'rows':
      return [
        ...rowsAtHand(bench, habit).filter((row) => !MAIN_ROWS.includes(row)),
        ...MAIN_ROWS.filter(({ name }) => !aside.includes(name)),
      ];
    case 'grain':
      return coatOf(bench).grain ? rowsOfPart(part) : [];
    default:
      return rowsOfPart(part);
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
  { name: 'mirrorX', label: 'Flip left to right' },
  { name: 'mirrorY', label: 'Flip top to bottom' },
] as const;

interface TabProps {
  name: Part;
  part: Part;
  drop?: HTMLAttributes<HTMLElement>;
}

const PartTab = ({ name, part, drop }: TabProps) => (
  <button {...drop} role="tab" aria-selected={part === name} onClick={() => useVaryEye.setState({ part: name })}>
    {name}
  </button>
);

/** The part of the deck takes files as further cards. */
function DeckTab({ part }: { part: Part }) {
  const drop = useDropTarget('a further tip of the deck', async (files) => {
    useVaryEye.setState({ part: 'deck' });
    for (const file of files) await takeCardFile(file);
  });
  return <PartTab name="deck" part={part} drop={drop} />;
}

/** The part of the grain takes a file as the grain of the coat. */
function GrainTab({ part }: { part: Part }) {
  const drop = useDropTarget('the grain of the coat', ([file]) => {
    useVaryEye.setState({ part: 'grain' });
    return takeGrainFile(file, null);
  });
  return <PartTab name="grain" part={part} drop={drop} />;
}

const PartTabs = ({ part }: { part: Part }) => (
  <div className="parts" role="tablist" aria-label="What varies">
    {PARTS.map((name) =>
      name === 'grain' ? (
        <GrainTab key={name} part={part} />
      ) : name === 'deck' ? (
        <DeckTab key={name} part={part} />
      ) : (
        <PartTab key={name} name={name} part={part} />
      ),
    )}
  </div>
);

/** Settings of the other parts that are kept at hand. */
function SettingsAtHand({ bench, habit }: { bench: Bench; habit: readonly string[] }) {
  const { atHand } = bench;
  const only = useMemo(() => settingsAtHand({ ...bench, atHand }, habit), [bench, atHand, habit]);
  if (only.size === 0) return null;
  return (
    <div className="at-hand" role="group" aria-label="Settings at hand">
      {PARTS.filter((part) => part !== 'rows').map((part) => (
        <PartPanel key={part} part={part} bench={bench} only={only} />
      ))}
    </div>
  );
}

/** Main rows that are out of the way, one press from coming back. */
function Aside({ aside }: { aside: readonly string[] }) {
  const rows = MAIN_ROWS.filter(({ name }) => aside.includes(name));
  if (rows.length === 0) return null;
  return (
    <p className="note put-aside">
      Put aside:{' '}
      {rows.map(({ name }) => (
        <button key={name} className="small" title="Back among the rows" onClick={() => toggleAside(name)}>
          {definitionOf(name).label}
        </button>
      ))}
    </p>
  );
}

/** Everything that varies: the rows that matter first, and what they belong to one press away. */
export function VaryControls({ bench }: { bench: Bench }) {
  const habits = useHabit();
  const part = useVaryEye((s) => s.part);
  const open = useVaryEye((s) => s.open);
  const properties = propertiesOf(bench);
  const strokes = sheetStrokes(bench);
  const rows = rowsIn(part, bench, habits);
  return (
    <>
      <PartTabs part={part} />
      <CoatChoice bench={bench} />
      {part === 'rows' && <FirstStrokes bench={bench} />}
      {part === 'rows' && <SettingsAtHand bench={bench} habit={habits.rows} />}
      <PartPanel part={part} bench={bench} />
      {rows.map((row) => (
        <PropertyRow
          key={row.name}
          row={row}
          property={propertyOf(bench, row.name)}
          strokes={strokes}
          reason={bench.guessed[row.name]}
          star={starOf(bench, habits.rows, row.name)}
          follow={row.name === 'angle' ? properties.angle.follow : 'none'}
          open={open === row.name}
          onOpen={openRow}
        />
      ))}
      {part === 'rows' &&
        MIRRORS.map((row) => (
          <MirrorRow key={row.name} {...row} property={properties[row.name]} reason={bench.guessed[row.name]} />
        ))}
      {part === 'rows' && <Aside aside={habits.aside} />}
      <ResetMenu part={part} row={rows.some(({ name }) => name === open) ? open : null} />
    </>
  );
}

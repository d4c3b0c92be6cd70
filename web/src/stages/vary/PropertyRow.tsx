import { STRAIGHT } from '@amber-stamp/core/maths';
import { FOLLOWS, HOLDS, type DriverName, type Follow, type PenStroke, type Property } from '@amber-stamp/core/model';
import { driverSilhouette, idleDrivers } from '@amber-stamp/core/vary';
import { Tooltip } from '@mui/material';
import { memo, useMemo } from 'react';
import { definitionOf, editProperty, propertiesOf, propertyOf, type RangeName } from '../../bench/edit.ts';
import { bend } from '../../bench/bend.ts';
import { coatOf } from '../../bench/coat.ts';
import { change, presentBench, settle, useBench } from '../../bench/store.ts';
import { Choices } from '../../parts/Choices.tsx';
import type { Star } from './at-hand.ts';
import { AddDriver, Drivers } from './Drivers.tsx';
import { FOLLOW_WORDS, readFollow, readValue, TYPED, TYPED_ANGLE, valueText } from './row-text.ts';
import { endsOf, placeOf, setEnds, setStill, valueAt, type RowDefinition } from './rows.ts';
import { MuteAndReset, StarAndTogether } from './RowTools.tsx';
import { Ruler } from './Ruler.tsx';
import { settleSoon } from '../../bench/settle-soon.ts';
import { BeyondDetail } from './BeyondDetail.tsx';
import { SpacingCost } from './SpacingCost.tsx';
import { DRIVER_WORDS } from './driver-words.ts';
import { moveLinked, useLinkedRows } from './linked-rows.ts';
import { useRowStops } from './useRowStops.ts';
import { ValueField } from '../../parts/ValueField.tsx';
import { whyFollow, whyRow } from './no-effect.ts';

/** Lets the dabs follow something else. */
const followNow = (follow: Follow): void =>
  change(`angle follows ${FOLLOW_WORDS[follow]}`, (draft) => {
    propertiesOf(draft).angle.follow = follow;
    delete draft.guessed.angle;
  });

function FollowChoice({ follow }: { follow: Follow }) {
  const options = FOLLOWS.map((f) => [f, FOLLOW_WORDS[f]] as const);
  return (
    <div style={{ display: 'flex', gap: 8, alignItems: 'center', marginTop: 7 }}>
      <span className="note">follows</span>
      <Choices label="Angle follows" value={follow} options={options} onChange={followNow} />
    </div>
  );
}

/** Whether dabs that grow stay as thin as the smallest. */
function HoldThickness() {
  const hold = useBench(({ bench }) => (bench ? coatOf(bench).holdThickness : undefined));
  return (
    <div style={{ display: 'flex', gap: 8, alignItems: 'center', marginTop: 7 }}>
      <span className="note" title="As dabs grow they get longer, not thicker">
        hold thickness
      </span>
      <Choices
        label="Hold thickness"
        value={hold ?? 'none'}
        options={HOLDS.map((h) => [h, h] as const)}
        onChange={(h) =>
          change(`thickness held: ${h}`, (draft) => {
            if (h === 'none') delete coatOf(draft).holdThickness;
            else coatOf(draft).holdThickness = h;
          })
        }
      />
    </div>
  );
}

/** Lets one driver alone move a property; one that is there already keeps its curve. */
function moveBy(p: Property, by: DriverName): void {
  const there = p.drivers.find((d) => d.by === by) ?? { by, curve: STRAIGHT };
  p.drivers = [{ ...there, share: 1 }];
}

interface Props {
  row: RowDefinition;
  property: Property;
  /** what is drawn with the brush: how the values are spread is read from it */
  strokes: readonly PenStroke[];
  /** why the first guess is what it is, while it stands */
  reason: string | undefined;
  star: Star;
  /** what the angle follows; none for every other row */
  follow: Follow;
  open: boolean;
  onOpen: (name: RangeName) => void;
}

/** The row's present state in words: read when a gesture ends, not when the row was drawn. */
const toldOf = (name: RangeName): string =>
  `${definitionOf(name).label} ${valueText(name, propertyOf(presentBench(), name))}`;

/** Takes what was typed into a row's value; where it cannot be read, says why. */
function enter(name: RangeName, text: string): string | undefined {
  const read = readValue(text);
  if (typeof read === 'string') return read;
  editProperty(name, (p) => {
    const two = read.low !== read.high;
    // two ends without a driver would be one value
    if (read.by || (two && p.drivers.length === 0)) moveBy(p, read.by ?? 'chance');
    if (p.drivers.length > 0) setEnds(name, p, read.low, read.high);
    else setStill(name, p, read.low);
  });
  settle(toldOf(name));
  return undefined;
}

/** The same for the angle, where what it follows may be named behind its value, or alone. */
function enterAngle(text: string): string | undefined {
  const { follow, before } = readFollow(text);
  if (!follow) return enter('angle', text);
  const failed = before === '' ? undefined : enter('angle', before);
  if (failed === undefined) followNow(follow);
  return failed;
}

/** Name, drivers and value. */
function RowHead({ row, property, star, follow, open, onOpen }: Props) {
  const { name } = row;
  const { label, help } = definitionOf(name);
  const openIt = () => onOpen(name);
  return (
    <div className="line1">
      <Tooltip title={help} placement="right">
        <button className="plain label" aria-expanded={open} onClick={openIt}>
          {label}
        </button>
      </Tooltip>
      {property.drivers.map((d, i) => (
        <button key={i} className="chip" onClick={openIt}>
          {d.by}
        </button>
      ))}
      {follow !== 'none' && (
        <button className="chip" onClick={openIt}>
          {follow}
        </button>
      )}
      {property.drivers.length === 0 && follow === 'none' && (
        <AddDriver row={row} label={label} drivers={[]} className="chip none" />
      )}
      <span className="tools">
        <StarAndTogether name={name} star={star} />
        <MuteAndReset name={name} label={label} muted={property.muted} />
      </span>
      <ValueField
        label={`${label} value`}
        text={valueText(name, property)}
        hint={name === 'angle' ? TYPED_ANGLE : TYPED}
        onEnter={(text) => (name === 'angle' ? enterAngle(text) : enter(name, text))}
      />
    </div>
  );
}

const BENT = 'it does nothing here: the plate is bent along the path';
const BENT_WORDS: Partial<Record<RangeName, string>> = { spacing: BENT, along: BENT, angle: BENT, count: BENT };

/** Links end to end become one plate along the path. */
const bendIt = (): void => change('bent along the path', (draft) => bend(draft));

/** What is worth knowing about a row as it is. */
function RowNotes({ row: { name }, property, strokes, reason, follow }: Props) {
  const { label } = definitionOf(name);
  const idle = useMemo(() => idleDrivers(property.drivers, strokes), [property.drivers, strokes]);
  const [low, high] = endsOf(name, property);
  const nothing = useBench((s) => (s.bench ? whyRow(name, s.bench) : undefined));
  const unled = useMemo(() => whyFollow(follow, strokes), [follow, strokes]);
  const bent = useBench((s) => s.bench !== null && coatOf(s.bench).band !== undefined);
  return (
    <>
      {reason && (
        <div className="why">
          <span>{reason}</span>
        </div>
      )}
      {idle.map((by) => (
        <div key={by} className="why">
          {by} does nothing here: {DRIVER_WORDS[by].idle}
        </div>
      ))}
      {nothing && (
        <div className="why">
          {label} does nothing: {nothing}
        </div>
      )}
      {unled && <div className="why">nothing to follow: {unled}</div>}
      {bent && BENT_WORDS[name] && <div className="why">{BENT_WORDS[name]}</div>}
      {follow === 'chain' && !bent && (
        <div className="why">
          <span>links lie end to end and stay stiff </span>
          <button className="link" onClick={bendIt}>
            bend it
          </button>
        </div>
      )}
      {name === 'spacing' && !bent && <SpacingCost property={property} />}
      {name === 'size' && !bent && <BeyondDetail property={property} />}
      {property.drivers.length > 0 && low === high && (
        <div className="why">its drivers do nothing: both ends are the same</div>
      )}
    </>
  );
}

/**
 * One property: name, drivers, value as text, ruler with pegs; it opens in place to its curves and shares. Rendered anew
 * only when its own facts change: while one peg moves all other rows stay as they are.
 */
export const PropertyRow = memo(function PropertyRow(props: Props) {
  const { row, property, strokes, follow, open } = props;
  const { name } = row;
  const { label } = definitionOf(name);
  const moved = property.drivers.length > 0;
  const ends = endsOf(name, property);
  const silhouette = useMemo(
    () => (moved ? driverSilhouette(property.drivers, 24, strokes) : null),
    [moved, property.drivers, strokes],
  );
  const together = useLinkedRows((s) => s.names.includes(name));
  const move = (values: number[]) => {
    moveLinked(row, values.length === 2 ? ends : [ends[1]], values);
    editProperty(name, (p) =>
      values.length === 2 ? setEnds(name, p, values[0], values[1]) : setStill(name, p, values[0]),
    );
  };
  const told = () => toldOf(name);
  const stops = useRowStops();
  return (
    <div
      ref={stops.row}
      onKeyDown={stops.onKeyDown}
      className={`row ${open ? 'open' : ''} ${property.muted ? 'muted' : ''} ${together ? 'together' : ''}`}
      role="group"
      aria-label={label}
    >
      <RowHead {...props} />
      <Ruler
        label={label}
        values={moved ? ends : [ends[1]]}
        placeOf={(v) => placeOf(row, v)}
        valueAt={(p) => valueAt(row, p)}
        step={row.step}
        min={row.min}
        max={row.max}
        text={(v) => `${Math.round(v * 10) / 10} ${definitionOf(name).unit}`}
        silhouette={silhouette}
        onMove={move}
        onSettle={() => settle(told())}
        onNudge={() => settleSoon(told())}
      />
      {open && name === 'size' && moved && <HoldThickness />}
      {open && name === 'angle' && <FollowChoice follow={follow} />}
      {open && <Drivers row={row} label={label} property={property} />}
      <RowNotes {...props} />
    </div>
  );
});

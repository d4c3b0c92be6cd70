import { driverSilhouette, FOLLOWS, idleDrivers, STRAIGHT, type Bench, type Follow } from '@amber-stamp/core';
import { Tooltip } from '@mui/material';
import { useMemo, type ReactNode } from 'react';
import { definitionOf, editProperty, propertiesOf, propertyOf, resetRow, toggleMute } from '../../bench/edit.ts';
import { change, presentBench, settle } from '../../bench/store.ts';
import { Choices } from '../../parts/Choices.tsx';
import { MutedIcon, MuteIcon, ResetIcon, StarIcon, TogetherIcon } from '../../parts/icons.tsx';
import { STAR_WORDS, starOf, turnStar, useHabit } from './at-hand.ts';
import { AddDriver, Drivers } from './Drivers.tsx';
import { endsOf, placeOf, readValue, setEnds, setStill, valueAt, valueText, type RowDefinition } from './rows.ts';
import { Ruler } from './Ruler.tsx';
import { settleSoon } from './settleSoon.ts';
import { SpacingCost } from './SpacingCost.tsx';
import { IDLE_WORDS, sheetStrokes } from './sheet-strokes.ts';
import { carryOthers, turnTogether, useTogether } from './together.ts';
import { ValueField } from './ValueField.tsx';

interface ToolProps {
  label: string;
  muted: boolean;
  /** further tools of the row */
  children?: ReactNode;
  onMute: () => void;
  onReset: () => void;
}

/** Mute shows what a row alone does; reset gives it its plain value. */
export const RowTools = ({ label, muted, onMute, onReset, children }: ToolProps) => (
  <span className="tools">
    {children}
    <Tooltip title={muted ? 'Let it act again' : 'Mute: see what it does'}>
      <button className="tool" aria-label={`Mute ${label}`} aria-pressed={muted} onClick={onMute}>
        {muted ? <MutedIcon size={15} /> : <MuteIcon size={15} />}
      </button>
    </Tooltip>
    <Tooltip title="As it was made">
      <button className="tool" aria-label={`Reset ${label}`} onClick={onReset}>
        <ResetIcon size={15} />
      </button>
    </Tooltip>
  </span>
);

const FOLLOW_WORDS: Record<Follow, string> = {
  none: 'as cut',
  path: 'the path',
  tilt: 'the tilt',
  twist: 'the twist',
  chain: 'end to end',
};

function FollowChoice({ follow }: { follow: Follow }) {
  const options = FOLLOWS.map((f) => [f, FOLLOW_WORDS[f]] as const);
  return (
    <div style={{ display: 'flex', gap: 8, alignItems: 'center', marginTop: 7 }}>
      <span className="note">follows</span>
      <Choices
        label="Angle follows"
        value={follow}
        options={options}
        onChange={(f) =>
          change(`angle follows ${FOLLOW_WORDS[f]}`, (draft) => {
            propertiesOf(draft).angle.follow = f;
            delete draft.guessed.angle;
          })
        }
      />
    </div>
  );
}

interface Props {
  row: RowDefinition;
  bench: Bench;
  open: boolean;
  onOpen: () => void;
}

/** One property: name, drivers, value as text, ruler with pegs; it opens in place to its curves and shares. */
export function PropertyRow({ row, bench, open, onOpen }: Props) {
  const { name } = row;
  const { label, help } = definitionOf(name);
  const property = propertyOf(bench, name);
  const { angle } = propertiesOf(bench);
  const moved = property.drivers.length > 0;
  const ends = endsOf(name, property);
  const strokes = sheetStrokes(bench);
  const silhouette = useMemo(
    () => (moved ? driverSilhouette(property.drivers, 24, strokes) : null),
    [moved, property.drivers, strokes],
  );
  const idle = useMemo(() => idleDrivers(property.drivers, strokes), [property.drivers, strokes]);
  const habit = useHabit((s) => s.rows);
  const star = starOf(bench, habit, name);
  const together = useTogether((s) => s.names.includes(name));
  const move = (values: number[]) => {
    carryOthers(row, values.length === 2 ? ends : [ends[1]], values);
    editProperty(name, (p) =>
      values.length === 2 ? setEnds(name, p, values[0], values[1]) : setStill(name, p, values[0]),
    );
  };
  const enter = (text: string): boolean => {
    const read = readValue(text);
    if (!read) return false;
    editProperty(name, (p) => {
      const two = read.low !== read.high;
      // two ends without a driver would be one value
      if (two && p.drivers.length === 0) p.drivers.push({ by: 'chance', share: 1, curve: STRAIGHT });
      if (p.drivers.length > 0) setEnds(name, p, read.low, read.high);
      else setStill(name, p, read.low);
    });
    settle(told());
    return true;
  };
  // read when the gesture ends, not when the row was drawn
  const told = () => `${label} ${valueText(name, propertyOf(presentBench(), name))}`;
  const reason = bench.guessed[name];
  return (
    <div
      className={`row ${open ? 'open' : ''} ${property.muted ? 'muted' : ''} ${together ? 'together' : ''}`}
      role="group"
      aria-label={label}
    >
      <div className="line1">
        <Tooltip title={help} placement="right">
          <button className="plain label" aria-expanded={open} onClick={onOpen}>
            {label}
          </button>
        </Tooltip>
        {property.drivers.map((d, i) => (
          <button key={i} className="chip" onClick={onOpen}>
            {d.by}
          </button>
        ))}
        {name === 'angle' && angle.follow !== 'none' && (
          <button className="chip" onClick={onOpen}>
            {angle.follow}
          </button>
        )}
        {!moved && !(name === 'angle' && angle.follow !== 'none') && (
          <AddDriver row={row} label={label} drivers={[]} className="chip none" />
        )}
        <RowTools
          label={label}
          muted={property.muted}
          onMute={() => toggleMute(name, label, property.muted)}
          onReset={() => resetRow(name, label)}
        >
          <Tooltip title={STAR_WORDS[star]}>
            <button
              className={`tool ${star === 'none' ? '' : 'lit'}`}
              aria-label={`${STAR_WORDS[star]}: ${label}`}
              onClick={() => turnStar(star, name, label)}
            >
              <StarIcon size={15} />
            </button>
          </Tooltip>
          <Tooltip title={together ? 'Move alone again' : 'Move together with other rows that are marked so'}>
            <button
              className={`tool ${together ? 'lit' : ''}`}
              aria-label={`${label} moves together`}
              aria-pressed={together}
              onClick={() => turnTogether(name)}
            >
              <TogetherIcon size={15} />
            </button>
          </Tooltip>
        </RowTools>
        <ValueField label={`${label} value`} text={valueText(name, property)} onEnter={enter} />
      </div>
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
      {open && name === 'angle' && <FollowChoice follow={angle.follow} />}
      {open && <Drivers row={row} label={label} property={property} />}
      {reason && (
        <div className="why">
          <span>{reason}</span>
        </div>
      )}
      {idle.map((by) => (
        <div key={by} className="why">
          {by} does nothing here: {IDLE_WORDS[by]}
        </div>
      ))}
      {name === 'spacing' && <SpacingCost property={property} />}
      {moved && ends[0] === ends[1] && <div className="why">its drivers do nothing: both ends are the same</div>}
    </div>
  );
}

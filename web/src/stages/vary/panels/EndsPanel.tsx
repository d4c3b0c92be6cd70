import type { Bench } from '@amber-stamp/core/bench';
import type { Param } from '@amber-stamp/core/cut';
import type { Curve } from '@amber-stamp/core/maths';
import { brushSchema, floorSchema, taperSchema, type Taper } from '@amber-stamp/core/model';
import { useState } from 'react';
import { editCoat, coatOf } from '../../../bench/coat.ts';
import { live, settle } from '../../../bench/store.ts';
import { Choices } from '../../../parts/Choices.tsx';
import { CurveEditor } from '../CurveEditor.tsx';
import { whyTaper } from '../no-effect.ts';
import { settleSoon } from '../../../bench/settle-soon.ts';
import { Setting } from './Setting.tsx';
import { settingOf } from '../../../parts/setting-of.ts';

type LengthKey = 'lengthPct' | 'lengthPx' | 'lengthDabs';
const UNITS: readonly [LengthKey, string][] = [
  ['lengthPct', 'of the stroke'],
  ['lengthPx', 'px'],
  ['lengthDabs', 'dabs'],
];
const taper = taperSchema.fields;
const LENGTHS: Record<LengthKey, Param> = {
  lengthPct: settingOf(taper.lengthPct, 'Length', '%', 'How much of the stroke tapers, in percent of its length.'),
  lengthPx: settingOf(taper.lengthPx, 'Length', 'px', 'How much tapers, however long the stroke is.', [0, 1000]),
  lengthDabs: settingOf(
    taper.lengthDabs,
    'Length',
    'dabs',
    'How much tapers, in dabs as far apart as they rest.',
    [0, 200],
  ),
};
const SIZE = settingOf(
  taper.size,
  'Size there',
  '%',
  'How large a dab is at the very end, in percent of its usual size.',
);
const OPACITY = settingOf(taper.opacity, 'Opacity there', '%', 'How much a dab at the very end may print.');
const STEADY = settingOf(
  brushSchema.fields.steady,
  'Steady',
  '%',
  'Calms a shaky hand; the ends and sharp corners keep their places.',
);
const { tiltDeg, directionDeg } = floorSchema.fields;
const TILT = settingOf(tiltDeg, 'Tilt', '°', 'How far the sheet lies back: dabs are foreshortened as if thrown on it.');
const DIRECTION = settingOf(directionDeg, 'Direction', '°', 'In which direction it lies back.', [-180, 180]);

function End({ name, label, taper }: { name: 'head' | 'tail'; label: string; taper: Taper }) {
  const [chosen, setChosen] = useState<LengthKey>('lengthPct');
  const edit = (change: (t: Taper) => void) => live((draft) => change(draft.brush.ends[name]));
  const idle = whyTaper(taper);
  const unit = UNITS.find(([key]) => taper[key] > 0)?.[0] ?? chosen;
  // another unit starts at a length that is worth seeing, and only while there is a taper
  const measure = (by: LengthKey) => {
    setChosen(by);
    if (taper[unit] === 0) return;
    edit((t) => {
      for (const [key] of UNITS) t[key] = 0;
      t[by] = by === 'lengthPx' ? 120 : 20;
    });
    settle(`${name} tapers by ${by === 'lengthPct' ? 'share' : by === 'lengthPx' ? 'px' : 'dabs'}`);
  };
  // a length by itself would change nothing: the dabs begin by going to a point
  const lengthen = (to: number) =>
    edit((t) => {
      if (t[unit] === 0 && to > 0 && t.size === 100 && t.opacity === 100) t.size = 0;
      t[unit] = to;
    });
  return (
    <section className="panel" aria-label={label}>
      <h3>{label}</h3>
      <Setting of={name} param={LENGTHS[unit]} value={taper[unit]} onLive={(v) => lengthen(Number(v))} />
      <Choices label={`Length of the ${name} in`} value={unit} options={UNITS} onChange={measure} />
      {taper[unit] > 0 && (
        <>
          <Setting of={name} param={SIZE} value={taper.size} onLive={(v) => edit((t) => void (t.size = Number(v)))} />
          <Setting
            of={name}
            param={OPACITY}
            value={taper.opacity}
            onLive={(v) => edit((t) => void (t.opacity = Number(v)))}
          />
          {idle && <p className="note">{idle}</p>}
          <CurveEditor
            label={`Curve of the ${name}`}
            curve={taper.curve}
            onChange={(curve: Curve) => edit((t) => void (t.curve = curve))}
            onSettle={() => settle(`curve of the ${name}`)}
            onNudge={() => settleSoon(`curve of the ${name}`)}
          />
        </>
      )}
    </section>
  );
}

/** Away from the eye as a floor lies: up on the sheet, degrees clockwise from right. */
const UP = -90;

/** Tilts the sheet; one that lay flat begins as a floor. */
const tilt = (to: number): void =>
  editCoat(({ floor }) => {
    if (floor.tiltDeg === 0 && floor.directionDeg === 0) floor.directionDeg = UP;
    floor.tiltDeg = to;
  });

/** Both ends of the stroke, the hand that draws it, and how the sheet lies. */
export function EndsPanel({ bench }: { bench: Bench }) {
  const { ends, steady } = bench.brush;
  const { floor } = coatOf(bench);
  return (
    <>
      <End name="head" label="Head of the stroke" taper={ends.head} />
      <End name="tail" label="Tail of the stroke" taper={ends.tail} />
      <section className="panel" aria-label="Hand">
        <h3>Hand</h3>
        <Setting param={STEADY} value={steady} onLive={(v) => live((d) => void (d.brush.steady = Number(v)))} />
      </section>
      <section className="panel" aria-label="How the sheet lies">
        <h3>How the sheet lies</h3>
        <Setting param={TILT} value={floor.tiltDeg} onLive={(v) => tilt(Number(v))} />
        {floor.tiltDeg > 0 && (
          <Setting
            param={DIRECTION}
            value={floor.directionDeg}
            onLive={(v) => editCoat((c) => void (c.floor.directionDeg = Number(v)))}
          />
        )}
      </section>
    </>
  );
}

import type { Rows } from '@amber-stamp/core/cut';
import type { Curve } from '@amber-stamp/core/maths';
import { settle } from '../../bench/store.ts';
import { CurveEditor } from '../vary/CurveEditor.tsx';
import type { ParamProps } from './param-props.ts';
import { SculptControls } from './sculpt/SculptControls.tsx';
import { setParam } from './steps.ts';

const HINTS: Record<string, string> = {
  outline: 'Drag on the picture: a box. Hold Alt and drag: an outline. Corners can be pulled, the whole can be moved.',
  pins: 'Press on the picture to put a pin, drag it to carry the place along. Double press takes it away.',
  marks: 'Marks from before strokes had brushes of their own.',
  strokes: 'Work on the clay in the middle.',
};

/** Settings that are drawn: a curve here, places and strokes on the picture. */
export function RowsParam({ place, step, name, param, value }: ParamProps) {
  const rows = value as Rows;
  if (name === 'curve')
    return (
      <CurveEditor
        label={`${step}: ${param.label.toLowerCase()}`}
        curve={rows as Curve}
        onChange={(curve) => setParam(place, name, curve)}
        onSettle={() => settle(`${step}: curve`)}
        onNudge={() => settle(`${step}: curve`)}
      />
    );
  return (
    <>
      {name === 'strokes' && <SculptControls />}
      <div style={{ display: 'flex', alignItems: 'baseline', gap: 8 }}>
        <span className="note">{HINTS[name] ?? param.help}</span>
        <span className="spacer" />
        {rows.length > 0 && (
          <button
            className="small"
            onClick={() => {
              setParam(place, name, []);
              settle(`${step}: cleared`);
            }}
          >
            clear
          </button>
        )}
      </div>
    </>
  );
}

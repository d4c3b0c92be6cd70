import type { Rows } from '@amber-stamp/core/cut';
import type { Curve } from '@amber-stamp/core/maths';
import { Slider } from '@mui/material';
import { settle, useBench } from '../../bench/store.ts';
import { Choices } from '../../parts/Choices.tsx';
import { CurveEditor } from '../vary/CurveEditor.tsx';
import { useMarker } from './marker.ts';
import type { ParamProps } from './param-props.ts';
import { SculptControls } from './sculpt/SculptControls.tsx';
import { recipeOf, setParam } from './steps.ts';

const HINTS: Record<string, string> = {
  outline: 'Drag on the picture: a box. Hold Alt and drag: an outline. Corners can be pulled, the whole can be moved.',
  pins: 'Press on the picture to put a pin, drag it to carry the place along. Double press takes it away.',
  marks: 'Draw on the picture.',
  strokes: 'Work on the clay in the middle.',
};

/** What a drawn stroke does: its goal, its size and, with the round tip, how soft it is. */
function MarkerControls({ round }: { round: boolean }) {
  const { goal, radiusPct, soft } = useMarker();
  return (
    <>
      <Choices
        label="The hand"
        value={goal === 0 ? 'out' : 'in'}
        options={[
          ['out', 'paints out'],
          ['in', 'paints in'],
        ]}
        onChange={(v) => useMarker.setState({ goal: v === 'in' ? 1 : 0 })}
      />
      <div className="param">
        <span className="note">Radius, %</span>
        <Slider
          size="small"
          aria-label="Radius of the hand"
          value={radiusPct}
          min={0.2}
          max={20}
          step={0.1}
          onChange={(_, v) => useMarker.setState({ radiusPct: v })}
        />
        <span style={{ textAlign: 'right' }}>{radiusPct.toFixed(1)}</span>
      </div>
      {round && (
        <div className="param">
          <span className="note">Softness</span>
          <Slider
            size="small"
            aria-label="Softness of the hand"
            value={soft}
            min={0}
            max={1}
            step={0.05}
            onChange={(_, v) => useMarker.setState({ soft: v })}
          />
          <span style={{ textAlign: 'right' }}>{soft.toFixed(2)}</span>
        </div>
      )}
    </>
  );
}

/** The brush that a step draws with; empty for the round tip. */
const useBrushOf = (place: number): string =>
  useBench((s) => String((s.bench && recipeOf(s.bench).steps[place]?.brush) ?? ''));

/** Settings that are drawn: a curve here, places and strokes on the picture. */
export function RowsParam({ place, step, name, param, value }: ParamProps) {
  const rows = value as Rows;
  const brush = useBrushOf(place);
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
      {name === 'marks' && <MarkerControls round={brush === ''} />}
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

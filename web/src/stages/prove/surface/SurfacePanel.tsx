import type { Bench } from '@amber-stamp/core/bench';
import { choiceParam, numberParam, type Param } from '@amber-stamp/core/cut';
import { pressesOn, SURFACES, type SurfaceName } from '@amber-stamp/core/relief';
import { Button } from '@mui/material';
import { change } from '../../../bench/store.ts';
import { Choices } from '../../../parts/Choices.tsx';
import { SheetLamp } from '../../../bench/parts/SheetLamp.tsx';
import { ParamField } from '../../../parts/ParamField.tsx';
import { useSurfaceEye } from './eye.ts';

const DEPTH: Param = {
  ...numberParam(
    'Depth',
    '%',
    [-1000, 1000, 1],
    100,
    'Of the depth that the tip was made with, where height 1 is a fifth of the side; below 0 it is pressed into the clay.',
  ),
  reach: [-300, 300],
};
const SIZE = numberParam('Size', '%', [1, 60, 0.5], 14, 'Of the dabs of a stroke and of a click, of the clay’s width.');
const EDGE = choiceParam(
  'Edge',
  ['constant', 'soft'],
  'constant',
  'Full up to the rim, or running out to it in a circle.',
);
const TURN = choiceParam(
  'Dabs',
  ['follow the way', 'stand upright'],
  'follow the way',
  'How the dabs of a stroke are turned.',
);

const MEET = choiceParam(
  'Where they overlap',
  ['the farthest stands', 'add up'],
  'the farthest stands',
  'What the dabs of one stroke do to each other; a later stroke always adds to what is there.',
);

/** What a drag on the clay lays, and how. */
function DragSettings() {
  const { lays, depthPct, edge, sizePct, follow, meet } = useSurfaceEye();
  const set = (values: Partial<ReturnType<typeof useSurfaceEye.getState>>) => useSurfaceEye.setState(values);
  const nothing = () => undefined;
  return (
    <div className="section asked">
      <h3>A drag lays</h3>
      <Choices
        label="A drag lays"
        value={lays}
        options={[
          ['dab', 'one dab'],
          ['stroke', 'a stroke'],
        ]}
        onChange={(next) => set({ lays: next })}
      />
      <ParamField param={DEPTH} value={depthPct} onLive={(v) => set({ depthPct: Number(v) })} onDone={nothing} />
      <ParamField param={SIZE} value={sizePct} onLive={(v) => set({ sizePct: Number(v) })} onDone={nothing} />
      <ParamField
        param={EDGE}
        value={edge}
        onLive={(v) => set({ edge: v === 'soft' ? 'soft' : 'constant' })}
        onDone={nothing}
      />
      {lays === 'stroke' && (
        <>
          <ParamField
            param={TURN}
            value={follow ? 'follow the way' : 'stand upright'}
            onLive={(v) => set({ follow: v === 'follow the way' })}
            onDone={nothing}
          />
          <ParamField
            param={MEET}
            value={meet}
            onLive={(v) => set({ meet: v === 'add up' ? 'add up' : 'the farthest stands' })}
            onDone={nothing}
          />
        </>
      )}
    </div>
  );
}

/** What is pressed on which surface, how deep, and the lamp. */
export function SurfacePanel({ bench }: { bench: Bench }) {
  const { surface } = bench.sheet;
  return (
    <>
      <div className="section">
        <h3>Surface</h3>
        <Choices
          label="Surface"
          value={surface.shape}
          options={SURFACES.map((name) => [name, name] as const)}
          onChange={(name: SurfaceName) => change(`surface: ${name}`, (d) => void (d.sheet.surface.shape = name))}
        />
        <p className="note">
          The same dabs are pressed again whenever the plate changes: cut it and look here. Each surface keeps its own.
        </p>
      </div>
      <DragSettings />
      <div className="section">
        <h3>Lamp</h3>
        <div className="lamp-row">
          <SheetLamp bench={bench} />
          <span className="note">The same lamp lights strokes that stand on the sheet.</span>
        </div>
      </div>
      <div className="section">
        <div className="buttons">
          <Button
            disabled={pressesOn(surface).length === 0}
            onClick={() =>
              change('the surface smoothed', ({ sheet: { surface: s } }) => {
                s.presses = s.presses.filter(({ on }) => on !== s.shape);
              })
            }
          >
            Smooth the clay
          </Button>
        </div>
      </div>
    </>
  );
}

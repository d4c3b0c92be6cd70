import { drawnFields, numberParam, WRAPS, type DrawnStroke } from '@amber-stamp/core/cut';
import { useEffect } from 'react';
import { settle } from '../../../bench/store.ts';
import { Choices } from '../../../parts/Choices.tsx';
import { ParamField } from '../../../parts/ParamField.tsx';
import { settingOf } from '../../../parts/setting-of.ts';
import { withPoint } from '../../../wide/WidthHandles.tsx';
import type { ParamProps } from '../param-props.ts';
import { setParam } from '../steps.ts';
import { UsedBrush } from '../UsedBrush.tsx';
import { setTool, takeUpStep, useDrawingHand, type StrokeTool } from './drawing-hand.ts';
import { duplicateDrawn, editDrawn, followBrush, moveDrawn, removeDrawn } from './strokes.ts';

const SIZE = settingOf(drawnFields.sizePct, 'Size', '%', 'Of a dab, in percent of the longer side.', [0.2, 60]);
const VALUE = {
  ...settingOf(drawnFields.value, 'Value', '%', 'What it paints towards, or how much it takes away.'),
  max: 100,
};
const SOFT = {
  ...settingOf(drawnFields.soft, 'Softness', '%', 'Of the round tip: how far its edge runs out.'),
  max: 100,
};
const SECTORS = settingOf(
  drawnFields.sectors,
  'Sectors',
  '',
  'In how many sectors about the middle it is done.',
  [1, 32],
);
const STEADY = numberParam(
  'Steady',
  '%',
  [0, 100, 1],
  0,
  'How far the stroke lags behind the hand, so that it trembles less.',
);
const MIRRORS = ['off', 'left and right', 'up and down', 'both'] as const;

interface FieldsProps {
  of: StrokeTool;
  onLive: (part: Partial<StrokeTool>) => void;
  onDone: (told: string) => void;
}

/** What one stroke is drawn with: the next one, or one that is picked. */
function StrokeFields({ of, onLive, onDone }: FieldsProps) {
  const atOnce = (part: Partial<StrokeTool>, told: string) => {
    onLive(part);
    onDone(told);
  };
  return (
    <>
      <Choices
        label="The hand"
        value={of.out ? 'out' : 'in'}
        options={[
          ['in', 'paints in'],
          ['out', 'paints out'],
        ]}
        onChange={(v) => atOnce({ out: v === 'out' }, v === 'out' ? 'paints out' : 'paints in')}
      />
      <ParamField
        param={SIZE}
        value={of.sizePct}
        onLive={(v) => onLive({ sizePct: Number(v) })}
        onDone={() => onDone('size')}
      />
      <ParamField
        param={VALUE}
        value={Math.round(of.value * 100)}
        onLive={(v) => onLive({ value: Number(v) / 100 })}
        onDone={() => onDone('value')}
      />
      {of.brush === '' && (
        <ParamField
          param={SOFT}
          value={Math.round(of.soft * 100)}
          onLive={(v) => onLive({ soft: Number(v) / 100 })}
          onDone={() => onDone('softness')}
        />
      )}
      <ParamField
        param={SECTORS}
        value={of.sectors}
        onLive={(v) => onLive({ sectors: Math.round(Number(v)) })}
        onDone={() => onDone('sectors')}
      />
      <span className="note">Mirrored</span>
      <Choices
        label="Mirrored"
        value={MIRRORS[of.mirror]}
        options={MIRRORS.map((word) => [word, word] as const)}
        onChange={(v) => atOnce({ mirror: MIRRORS.indexOf(v) }, `mirrored ${v}`)}
      />
      <span className="note">Wraps around</span>
      <Choices
        label="Wraps around"
        value={of.wrap as (typeof WRAPS)[number]}
        options={WRAPS.map((word) => [word, word] as const)}
        onChange={(wrap) => atOnce({ wrap }, `wraps ${wrap}`)}
      />
    </>
  );
}

function PickedActs({ place, stroke, count, at }: { place: number; stroke: DrawnStroke; count: number; at: number }) {
  const { number } = stroke;
  const widen = (width: DrawnStroke['width'], told: string) => {
    editDrawn(place, number, { width });
    settle(told);
  };
  return (
    <div className="buttons">
      <button className="small" onClick={() => widen(withPoint(stroke.width), 'a point more in a width')}>
        a width point more
      </button>
      {stroke.width && (
        <button className="small" onClick={() => widen(undefined, 'a stroke as wide as it was drawn')}>
          width as drawn
        </button>
      )}
      <button className="small" disabled={at === 0} onClick={() => moveDrawn(place, number, -1)}>
        under
      </button>
      <button className="small" disabled={at === count - 1} onClick={() => moveDrawn(place, number, 1)}>
        over
      </button>
      <button className="small" onClick={() => duplicateDrawn(place, number)}>
        twice
      </button>
      <button className="small" onClick={() => removeDrawn(place, number)}>
        delete
      </button>
    </div>
  );
}

const HINT = 'Draw on the picture. T held takes away, L held is straight, + and - change the size, S picks.';

/** Drawing or picking, how the picture is seen, and all strokes away. */
function HandActs({ place, step, count }: { place: number; step: string; count: number }) {
  const { does, tiled } = useDrawingHand();
  return (
    <div className="buttons">
      <button
        className="small"
        aria-pressed={does === 'pick'}
        disabled={count === 0}
        onClick={() => useDrawingHand.setState({ does: does === 'pick' ? 'draw' : 'pick', picked: null })}
      >
        {does === 'pick' ? 'draw again' : 'pick a stroke'}
      </button>
      <button className="small" aria-pressed={tiled} onClick={() => useDrawingHand.setState({ tiled: !tiled })}>
        {tiled ? 'once' : 'three by three'}
      </button>
      {count > 0 && (
        <button
          className="small"
          onClick={() => {
            setParam(place, 'strokes', []);
            settle(`${step}: cleared`);
          }}
        >
          clear
        </button>
      )}
    </div>
  );
}

/** The hand of a step that draws, and the stroke that is picked. */
export function StrokesParam({ place, step, value }: ParamProps) {
  const strokes = value as readonly DrawnStroke[];
  const { tool, does, picked, steady } = useDrawingHand();
  useEffect(() => takeUpStep(`${step} ${place}`, step.startsWith('Retouch')), [step, place]);
  const at = strokes.findIndex(({ number }) => number === picked);
  const chosen = strokes[at];
  const of = chosen ?? tool;
  const onLive = (part: Partial<DrawnStroke>) => (chosen ? editDrawn(place, chosen.number, part) : setTool(part));
  const onDone = (told: string) => chosen && settle(`a stroke: ${told}`);
  return (
    <>
      {chosen && (
        <b>
          Stroke {at + 1} of {strokes.length}
        </b>
      )}
      <UsedBrush
        label="Brush"
        version={of.brush}
        onChoose={(brush, told) => {
          onLive({ brush });
          onDone(told);
        }}
        onFollow={(brush) => {
          followBrush(place, of.brush, brush);
          if (!chosen) setTool({ brush });
        }}
      />
      <StrokeFields of={of} onLive={onLive} onDone={onDone} />
      {!chosen && (
        <ParamField
          param={STEADY}
          value={steady}
          onLive={(v) => useDrawingHand.setState({ steady: Number(v) })}
          onDone={() => undefined}
        />
      )}
      {chosen && <PickedActs place={place} stroke={chosen} count={strokes.length} at={at} />}
      <span className="note">{does === 'pick' ? 'Press on a stroke to pick it.' : HINT}</span>
      <HandActs place={place} step={step} count={strokes.length} />
    </>
  );
}

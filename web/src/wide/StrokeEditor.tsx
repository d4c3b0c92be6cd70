import type { Bench, OwnStroke } from '@amber-stamp/core/bench';
import { MAX_WIDTH_POINTS } from '@amber-stamp/core/model';
import type { Version } from '@amber-stamp/core/api';
import { settle } from '../bench/store.ts';
import { deleteStroke, duplicateStroke, editStroke, editStrokeLive, moveStroke } from '../bench/strokes.ts';
import { BrushPicker } from '../bench/picker/BrushPicker.tsx';
import { ColourInput } from '../parts/ColourInput.tsx';
import { useHand } from '../bench/hand.ts';
import { withPoint } from './WidthHandles.tsx';

/** Prints one stroke with a kept brush, or with the present one again. */
function chooseBrush(number: number, version: Version | null): void {
  if (!version)
    return editStroke(number, 'a stroke with the present brush', (s) => {
      delete s.state;
      delete s.version;
    });
  const { brush, plates } = version.body;
  editStroke(number, `a stroke with ${brush.name}`, (s) => {
    s.state = { brush, plates };
    s.version = version.id;
  });
}

const addPoint = ({ number, width }: OwnStroke): void =>
  editStroke(number, 'a point more in a width', (s) => void (s.width = withPoint(width)));

interface PickedProps {
  bench: Bench;
  stroke: OwnStroke;
}

/** Its width, its place among the others, a second one, and away with it. */
function StrokeActs({ bench, stroke }: PickedProps) {
  const { number } = stroke;
  const place = bench.strokes.indexOf(stroke);
  return (
    <span className="acts">
      <button
        className="small"
        disabled={(stroke.width?.length ?? 0) >= MAX_WIDTH_POINTS}
        onClick={() => addPoint(stroke)}
      >
        a width point more
      </button>
      {stroke.width && (
        <button
          className="small"
          onClick={() => editStroke(number, 'a stroke as wide as it was drawn', (s) => void delete s.width)}
        >
          width as drawn
        </button>
      )}
      <button className="small" disabled={place === 0} onClick={() => moveStroke(number, -1)}>
        under
      </button>
      <button className="small" disabled={place === bench.strokes.length - 1} onClick={() => moveStroke(number, 1)}>
        over
      </button>
      <button className="small" onClick={() => useHand.setState({ picked: duplicateStroke(bench, number) })}>
        twice
      </button>
      <button className="small" onClick={() => deleteStroke(number)}>
        delete
      </button>
    </span>
  );
}

/** What is done to a picked stroke: its brush, its colour, its width, its place among the others. */
export function StrokeEditor({ bench, stroke }: PickedProps) {
  const { number } = stroke;
  const place = bench.strokes.indexOf(stroke);
  return (
    <div className="strip picked" role="group" aria-label="The picked stroke">
      <span>
        <b>
          Stroke {place + 1} of {bench.strokes.length}
        </b>
        {stroke.away ? ', takes away' : ''}
      </span>
      <BrushPicker
        label="Brush of the stroke"
        none="the present brush"
        shown={stroke.state?.brush.name ?? 'the present brush'}
        onChoose={(version) => chooseBrush(number, version)}
      />
      <label>
        colour
        <ColourInput
          label="Colour of the stroke"
          value={stroke.colour ?? bench.brush.coats[0].ink.colour ?? '#000000'}
          onLive={(colour) => editStrokeLive(number, (s) => void (s.colour = colour))}
          onDone={() => settle('colour of a stroke')}
        />
      </label>
      {stroke.colour && (
        <button
          className="small"
          onClick={() => editStroke(number, "a stroke in its brush's colour", (s) => void delete s.colour)}
        >
          the brush's own
        </button>
      )}
      <StrokeActs bench={bench} stroke={stroke} />
    </div>
  );
}

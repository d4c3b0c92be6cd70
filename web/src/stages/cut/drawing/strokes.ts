import { nextDrawn, stepNamed, type DrawnStroke, type RecipeStep } from '@amber-stamp/core/cut';
import { presentBench, settle } from '../../../bench/store.ts';
import { recipeOf, setParam } from '../steps.ts';
import { useDrawingHand } from './drawing-hand.ts';

/** The strokes of a step of the hand. */
export const strokesIn = (step: RecipeStep | undefined): readonly DrawnStroke[] =>
  (step?.strokes as readonly DrawnStroke[] | undefined) ?? [];

const now = (place: number): readonly DrawnStroke[] => strokesIn(recipeOf(presentBench()).steps[place]);
const set = (place: number, strokes: readonly DrawnStroke[]): void => setParam(place, 'strokes', strokes);
const told = (place: number): string => stepNamed(recipeOf(presentBench()).steps[place].step).label;

/** Shows a stroke while it is drawn: the last one is taken for it once it has begun. */
export function drawLive(place: number, stroke: DrawnStroke): void {
  const others = now(place).filter(({ number }) => number !== stroke.number);
  set(place, [...others, stroke]);
}

export const freshNumber = (place: number): number => nextDrawn(now(place));

/** Changes a stroke while the hand moves. */
export function editDrawn(place: number, number: number, part: Partial<DrawnStroke>): void {
  set(
    place,
    now(place).map((stroke) => (stroke.number === number ? { ...stroke, ...part } : stroke)),
  );
}

export function removeDrawn(place: number, number: number): void {
  set(
    place,
    now(place).filter((stroke) => stroke.number !== number),
  );
  settle(`${told(place)}: a stroke deleted`);
  useDrawingHand.setState({ picked: null });
}

const BESIDE = 0.03;

/** The stroke once more, a little beside it; its chance falls anew. */
export function duplicateDrawn(place: number, number: number): void {
  const strokes = now(place);
  const at = strokes.findIndex((stroke) => stroke.number === number);
  if (at < 0) return;
  const fresh = nextDrawn(strokes);
  const points = strokes[at].points.map(([x, y, ...rest]) => [x + BESIDE, y + BESIDE, ...rest]);
  set(place, [...strokes.slice(0, at + 1), { ...strokes[at], points, number: fresh }, ...strokes.slice(at + 1)]);
  settle(`${told(place)}: a stroke twice`);
  useDrawingHand.setState({ picked: fresh });
}

/** Lays a stroke under (by -1) or over (by 1) its neighbour. */
export function moveDrawn(place: number, number: number, by: -1 | 1): void {
  const strokes = [...now(place)];
  const from = strokes.findIndex((stroke) => stroke.number === number);
  const to = from + by;
  if (from < 0 || to < 0 || to >= strokes.length) return;
  const [stroke] = strokes.splice(from, 1);
  strokes.splice(to, 0, stroke);
  set(place, strokes);
  settle(`${told(place)}: a stroke ${by < 0 ? 'laid under' : 'laid over'}`);
}

/** Every stroke of the step that is drawn with one version of a brush is drawn with another. */
export function followBrush(place: number, from: string, to: string): void {
  set(
    place,
    now(place).map((stroke) => (stroke.brush === from ? { ...stroke, brush: to } : stroke)),
  );
  settle(`${told(place)}: brush as it is kept now`);
}

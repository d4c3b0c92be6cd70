type Place = [number, number];
type Outline = readonly (readonly number[])[];

/** A way shorter than this is none, share of the picture's side; so far apart are the points of a drawn outline. */
export const NEAR = 0.008;
const MAX_POINTS = 600;

/** Two places span a box: its four corners; of more the outline itself. */
export function cornersOf(outline: Outline): Place[] {
  if (outline.length !== 2) return outline.map(([x, y]) => [x, y]);
  const [[ax, ay], [bx, by]] = outline;
  return [
    [ax, ay],
    [bx, ay],
    [bx, by],
    [ax, by],
  ];
}

const wayBetween = (a: readonly number[], b: readonly number[]): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** An outline that is being drawn, gone on to a place; itself where that is too near or there is no room. */
export const drawnOn = (outline: Outline, at: Place): Outline =>
  outline.length < MAX_POINTS && wayBetween(at, outline[outline.length - 1]) > NEAR ? [...outline, at] : outline;

/** What is left of an outline once the hand lets go: a press without a way is no region. */
export const afterDrawing = (outline: Outline): Outline =>
  outline.length === 2 && wayBetween(outline[0], outline[1]) < NEAR ? [] : outline;

export const movedBy = (outline: Outline, dx: number, dy: number): Place[] => outline.map(([x, y]) => [x + dx, y + dy]);

/** An outline with one of its corners somewhere else; a box stays a box. */
export function withCornerAt(outline: Outline, corner: number, x: number, y: number): Outline {
  if (outline.length !== 2) return outline.map((p, i) => (i === corner ? [x, y] : p));
  const [a, b] = outline;
  return [
    [corner === 0 || corner === 3 ? x : a[0], corner < 2 ? y : a[1]],
    [corner === 1 || corner === 2 ? x : b[0], corner > 1 ? y : b[1]],
  ];
}

import { nextNumber, type Bench, type OwnStroke } from '@amber-stamp/core/bench';
import type { PenStroke } from '@amber-stamp/core/model';
import { change, live } from './store.ts';

/** Edits of the user's own strokes; each is one gesture. */

export const addStroke = (stroke: PenStroke & Partial<OwnStroke>, what = 'a stroke drawn'): void =>
  change(what, (draft) => {
    const { away, ...rest } = stroke;
    draft.strokes.push({ ...rest, ...(away ? { away } : {}), number: nextNumber(draft.strokes) });
  });

/** Changes one stroke by its number. */
const inStrokes = (number: number, edit: (stroke: OwnStroke) => void) => (draft: Bench) => {
  const stroke = draft.strokes.find((s) => s.number === number);
  if (stroke) edit(stroke);
};

export const editStroke = (number: number, what: string, edit: (stroke: OwnStroke) => void): void =>
  change(what, inStrokes(number, edit));

/** Changes one stroke while a gesture goes on. */
export const editStrokeLive = (number: number, edit: (stroke: OwnStroke) => void): void =>
  live(inStrokes(number, edit));

export const deleteStroke = (number: number): void =>
  change('a stroke deleted', (draft) => {
    const place = draft.strokes.findIndex((s) => s.number === number);
    if (place >= 0) draft.strokes.splice(place, 1);
  });

const BESIDE_PX = 24;

/** The stroke once more, a little beside it; its chance falls anew. Gives its number. */
export function duplicateStroke(bench: Bench, number: number): number {
  const fresh = nextNumber(bench.strokes);
  change('a stroke twice', (draft) => {
    const place = draft.strokes.findIndex((s) => s.number === number);
    if (place < 0) return;
    const again = structuredClone(bench.strokes[place]);
    const points = again.points.map((p) => ({ ...p, x: p.x + BESIDE_PX, y: p.y + BESIDE_PX }));
    draft.strokes.splice(place + 1, 0, { ...again, points, number: fresh });
  });
  return fresh;
}

/** Lays a stroke under (by -1) or over (by 1) its neighbour. */
export const moveStroke = (number: number, by: -1 | 1): void =>
  change(by < 0 ? 'a stroke laid under the one before' : 'a stroke laid over the next', (draft) => {
    const from = draft.strokes.findIndex((s) => s.number === number);
    const to = from + by;
    if (from < 0 || to < 0 || to >= draft.strokes.length) return;
    const [stroke] = draft.strokes.splice(from, 1);
    draft.strokes.splice(to, 0, stroke);
  });

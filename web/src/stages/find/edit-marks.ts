import { around, type Mark, type MarkJoin } from '@amber-stamp/core/cut';
import { cutter } from '../../engine/pool.ts';
import { presentBench } from '../../bench/store.ts';
import { notify } from '../../parts/messages.tsx';
import { dealMarks } from './deal-marks.ts';
import { shownMarks, useParts, type ShownMark } from './parts.ts';
import { presentPrints } from './prints.ts';

const shownNow = (source: string): ShownMark[] => shownMarks(presentBench(), source, useParts.getState());

const bare = ({ x0, y0, x1, y1 }: Mark): Mark => ({ x0, y0, x1, y1 });

/** Shows these marks, and has the deck deal those that are not off. */
function deal(source: string, marks: readonly ShownMark[], what: string): Promise<void> {
  useParts.setState({ marks: marks.map(bare), source });
  const taken = marks.filter(({ off }) => !off).map(bare);
  if (taken.length === 0) {
    notify('One mark at least is taken.');
    return Promise.resolve();
  }
  return dealMarks(source, taken, what, { prints: presentPrints(presentBench()) });
}

/** Leaves a mark out, or takes it in again. */
export function toggleMark(source: string, place: number): Promise<void> {
  const marks = shownNow(source);
  useParts.setState({ chosen: place });
  const { off } = marks[place];
  return deal(
    source,
    marks.map((mark, i) => (i === place ? { ...mark, off: !off } : mark)),
    `mark ${place + 1} ${off ? 'taken in' : 'left out'}`,
  );
}

/** Puts a mark elsewhere, or makes it larger or smaller. */
export const placeMark = (source: string, place: number, box: Mark): Promise<void> =>
  deal(
    source,
    shownNow(source).map((mark, i) => (i === place ? { ...mark, ...box } : mark)),
    `mark ${place + 1} moved`,
  );

/** A mark that was drawn by hand. */
export function addMark(source: string, box: Mark): Promise<void> {
  const marks = shownNow(source);
  useParts.setState({ chosen: marks.length });
  return deal(source, [...marks, { ...box, off: false }], `mark ${marks.length + 1} drawn`);
}

const middle = ({ x0, y0, x1, y1 }: Mark): readonly [number, number] => [(x0 + x1) / 2, (y0 + y1) / 2];

/** The place of the mark that is nearest to another. */
function nearestTo(marks: readonly Mark[], place: number): number {
  const [x, y] = middle(marks[place]);
  const far = marks.map((mark, i) => {
    const [mx, my] = middle(mark);
    return i === place ? Infinity : Math.hypot(mx - x, my - y);
  });
  return far.indexOf(Math.min(...far));
}

/** Makes a mark and the nearest one to it one mark. */
export function joinMark(source: string, place: number): Promise<void> {
  const marks = shownNow(source);
  const other = nearestTo(marks, place);
  const joined = marks.map((mark, i) => (i === place ? { ...around(mark, marks[other]), off: false } : mark));
  useParts.setState({ chosen: place > other ? place - 1 : place });
  return deal(source, joined.toSpliced(other, 1), `marks ${place + 1} and ${other + 1} joined`);
}

/** Makes a mark two, where the widest gap in it is. */
export async function splitMark(source: string, place: number): Promise<void> {
  const marks = shownNow(source);
  const halves = await cutter.splitMark(source, marks[place], presentPrints(presentBench()));
  if (!halves) {
    notify('This mark is of one part: there is no gap to split it at.');
    return;
  }
  const { off } = marks[place];
  await deal(source, marks.toSpliced(place, 1, ...halves.map((half) => ({ ...half, off }))), `mark ${place + 1} split`);
}

/** Looks for the marks again: near parts as one, or whole lines. */
export async function findAgain(source: string, join: MarkJoin): Promise<void> {
  const { marks } = await cutter.marks(source, presentPrints(presentBench()), join);
  if (marks.length === 0) {
    notify('No separate marks stand out of this source.');
    return;
  }
  useParts.setState({ chosen: null });
  await deal(
    source,
    marks.map((mark) => ({ ...mark, off: false })),
    join === 'lines' ? 'lines as marks' : 'parts as marks',
  );
}

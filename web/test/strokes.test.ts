import type { OwnStroke } from '@amber-stamp/core/bench';
import type { PenStroke } from '@amber-stamp/core/model';
import { expect } from 'chai';
import { closeBench, openBench, presentBench, redo, settle, undo, useBench } from '../src/bench/store.ts';
import { strokeKey } from '../src/bench/stroke-key.ts';
import {
  addStroke,
  deleteStroke,
  duplicateStroke,
  editStroke,
  editStrokeLive,
  moveStroke,
} from '../src/bench/strokes.ts';
import { benchOf, STANDING } from './helpers/benches.ts';

const line = (x: number): PenStroke => ({
  points: [0, 1, 2].map((k) => ({ x: x + 10 * k, y: 5, pressure: 1, tiltX: 0, tiltY: 0, twist: 0, t: k })),
});
const numbers = () => presentBench().strokes.map(({ number }) => number);
const stroke = (number: number) => presentBench().strokes.find((s) => s.number === number) as OwnStroke;
const steps = () => useBench.temporal.getState().pastStates.length;

describe('strokes that were drawn by hand', () => {
  beforeEach(() => {
    openBench(benchOf(), STANDING);
    for (const x of [0, 100, 200]) addStroke(line(x));
  });
  afterEach(closeBench);

  it('are each one step, in the order in which they were drawn', () => {
    expect(numbers()).to.deep.equal([1, 2, 3].map((n) => n + numbers()[0] - 1));
    expect(steps()).to.equal(3);
    undo();
    expect(numbers()).to.have.length(2);
    redo();
    expect(numbers()).to.have.length(3);
  });

  it('keep their number, by which their chance falls, whatever happens to the others', () => {
    const [first, second, third] = numbers();
    deleteStroke(first);
    moveStroke(third, -1);
    expect(numbers()).to.deep.equal([third, second]);
    addStroke(line(300));
    expect(new Set(numbers()).size).to.equal(3);
    expect(numbers().at(-1)).to.be.above(third);
  });

  it('are laid under and over their neighbours, and not beyond the ends', () => {
    const [first, second, third] = numbers();
    moveStroke(first, 1);
    expect(numbers()).to.deep.equal([second, first, third]);
    moveStroke(third, 1);
    moveStroke(second, -1);
    expect(numbers()).to.deep.equal([second, first, third]);
    expect(steps(), 'a move that moves nothing is no step').to.equal(4);
  });

  it('are laid twice a little beside themselves, with a chance of their own, right over the first', () => {
    const [first, second, third] = numbers();
    const again = duplicateStroke(presentBench(), second);
    expect(numbers()).to.deep.equal([first, second, again, third]);
    expect(stroke(again).points[0].x - stroke(second).points[0].x).to.be.above(0);
    expect(strokeKey(stroke(again))).not.to.equal(strokeKey(stroke(second)));
    undo();
    expect(numbers()).to.deep.equal([first, second, third]);
  });

  it('change by a profile of widths while the hand moves, and that is one step', () => {
    const [first] = numbers();
    const before = steps();
    for (const width of [0.9, 0.6, 0.4])
      editStrokeLive(first, (s) => {
        s.width = [
          [0, 1],
          [1, width],
        ];
      });
    settle('width of a stroke');
    expect(steps()).to.equal(before + 1);
    expect(stroke(first).width?.at(-1)).to.deep.equal([1, 0.4]);
    undo();
    expect(stroke(first).width ?? []).to.deep.equal([]);
  });

  it('are other strokes to the eye once their width or their points differ, and the same where neither does', () => {
    const [first, second] = numbers();
    const key = strokeKey(stroke(first));
    expect(strokeKey({ ...stroke(first) })).to.equal(key);
    expect(strokeKey(stroke(second))).not.to.equal(key);
    editStroke(first, 'width', (s) => {
      s.width = [[0, 0.5]];
    });
    expect(strokeKey(stroke(first))).not.to.equal(key);
  });

  it('take away only where they were drawn so', () => {
    addStroke({ ...line(400), away: true });
    addStroke({ ...line(500), away: false });
    expect(presentBench().strokes.map((s) => s.away ?? false)).to.deep.equal([false, false, false, true, false]);
    expect(presentBench().strokes.at(-1)).not.to.have.property('away');
  });

  it('that are not there are neither changed nor deleted', () => {
    const before = presentBench();
    editStroke(999, 'nothing', (s) => void (s.away = true));
    moveStroke(999, 1);
    expect(presentBench()).to.equal(before);
    deleteStroke(999);
    expect(presentBench()).to.equal(before);
  });
});

import './helpers/workers.ts';
import { makeFigure, makeShapes, outlinesOf, rowAt, type Shapes } from '@amber-stamp/core/make';
import { expect } from 'chai';
import { presentPlate } from '../src/bench/edit.ts';
import { closeBench, openBench, presentBench, settle, undo } from '../src/bench/store.ts';
import { chooseRow, useChosenRows } from '../src/stages/find/made/chosen.ts';
import { endLine, pathThrough } from '../src/stages/find/made/drawn-line.ts';
import {
  addFigure,
  canGroup,
  duplicateRow,
  editRow,
  groupRows,
  moveRow,
  removeRows,
  rowName,
  switchRow,
  ungroupRow,
} from '../src/stages/find/made/figures.ts';
import { benchOf, STANDING } from './helpers/benches.ts';

const figure = (name: string, x = 0) => makeFigure({ what: 'ellipse', name, x, y: 2 });

function openDrawing(...names: string[]): void {
  const bench = benchOf();
  const [plate] = Object.values(bench.plates);
  plate.source = null;
  plate.made = makeShapes(names.map((name, k) => figure(name, 10 * k)));
  openBench(bench, STANDING);
}
const shapes = (): Shapes => presentPlate(presentBench()).plate.made as Shapes;
const names = (rows = shapes().rows): string[] => rows.map(rowName);

describe('the rows of a drawing', () => {
  beforeEach(() => {
    useChosenRows.setState({ paths: [], pressed: null });
    openDrawing('a', 'b', 'c', 'd');
  });
  afterEach(closeBench);

  it('take a new figure above all others, which is chosen', () => {
    addFigure(makeFigure({ what: 'polygon' }));
    expect(names()).to.deep.equal(['a', 'b', 'c', 'd', 'Polygon']);
    expect(useChosenRows.getState().paths).to.deep.equal([[4]]);
    undo();
    expect(names()).to.deep.equal(['a', 'b', 'c', 'd']);
  });

  it('are removed together, wherever they stand', () => {
    removeRows([[0], [2]]);
    expect(names()).to.deep.equal(['b', 'd']);
    expect(useChosenRows.getState().paths).to.deep.equal([]);
  });

  it('come once more above themselves, a little beside, and are chosen', () => {
    duplicateRow([1]);
    expect(names()).to.deep.equal(['a', 'b', 'b', 'c', 'd']);
    expect(shapes().rows[2].x).to.equal(shapes().rows[1].x + 4);
    expect(useChosenRows.getState().paths).to.deep.equal([[2]]);
    // a copy is its own: what is changed of one leaves the other
    editRow([2], (row) => void (row.copies.count = 7));
    settle('changed');
    expect(shapes().rows[1].copies.count).to.equal(1);
  });

  it('are moved and hidden', () => {
    moveRow([0], 2);
    expect(names()).to.deep.equal(['b', 'c', 'a', 'd']);
    switchRow([2], false);
    expect(shapes().rows.map(({ on }) => on)).to.deep.equal([true, true, false, true]);
  });

  it('are made one where the highest of them stood, and taken apart again where the group stood', () => {
    expect(canGroup([[0], [2]])).to.equal(true);
    groupRows([[2], [0]]);
    expect(names()).to.deep.equal(['b', 'Group', 'd']);
    expect(names(shapes().rows[1].rows)).to.deep.equal(['a', 'c']);
    expect(useChosenRows.getState().paths).to.deep.equal([[1]]);
    editRow([1], (row) => void (row.x = 5));
    settle('moved');
    ungroupRow([1]);
    expect(names()).to.deep.equal(['b', 'a', 'c', 'd']);
    expect(shapes().rows.map(({ x }) => x)).to.deep.equal([10, 5, 25, 30]);
  });

  it('of different groups cannot be made one', () => {
    groupRows([[0], [1]]);
    expect(canGroup([[0, 0], [1]])).to.equal(false);
    expect(canGroup([])).to.equal(false);
    expect(rowAt(shapes().rows, [0, 1])?.name).to.equal('b');
    expect(rowAt(shapes().rows, [0, 5])).to.equal(undefined);
  });

  it('are chosen one at a time, or several with Shift', () => {
    chooseRow([0]);
    chooseRow([2], true);
    expect(useChosenRows.getState().paths).to.deep.equal([[0], [2]]);
    chooseRow([0], true);
    expect(useChosenRows.getState().paths).to.deep.equal([[2]]);
    chooseRow([1]);
    expect(useChosenRows.getState().paths).to.deep.equal([[1]]);
  });
});

describe('a line that is drawn on the picture', () => {
  beforeEach(() => openDrawing('a'));
  afterEach(closeBench);
  const pressed = [
    [0.2, 0.5, 0],
    [0.5, 0.3, 1],
    [0.8, 0.5, 0],
  ] as const;

  it('runs through its points as they were pressed', () => {
    const drawing = makeShapes([pathThrough(pressed, { widthPx: 400, heightPx: 200 }, false)]);
    const { line } = outlinesOf({ ...drawing, widthPx: 400, heightPx: 200 }, [0], 400, 200)[0];
    const near = ([x, y]: readonly [number, number]) => Math.min(...line.map(([u, v]) => Math.hypot(u - x, v - y)));
    for (const [x, y] of pressed) expect(near([x * 400, y * 200])).to.be.below(0.5);
    expect(line[0][0]).to.be.closeTo(80, 0.01);
    expect(line[line.length - 1][0]).to.be.closeTo(320, 0.01);
  });

  it('is a row of its own once it ends, filled where it closes; a single point is none', () => {
    useChosenRows.setState({ pressed });
    endLine(shapes(), true);
    expect(names()).to.deep.equal(['a', 'Line']);
    expect(shapes().rows[1]).to.include({ closed: true, line: 0 });
    expect(useChosenRows.getState().pressed).to.equal(null);
    useChosenRows.setState({ pressed: [pressed[0]] });
    endLine(shapes());
    expect(names()).to.deep.equal(['a', 'Line']);
  });
});

import { act, enter, screen, showOnBench, withBenchPage } from './helpers/page.tsx';
import { listOf, StandInServer } from './helpers/server.ts';
import type { Bench } from '@amber-stamp/core/bench';
import { makeRecipe, makeStep, makeStroke, type DrawnStroke } from '@amber-stamp/core/cut';
import { expect } from 'chai';
import { useChosen } from '../src/stages/cut/chosen.ts';
import { resizeTool, setTool, takeUpStep, useDrawingHand } from '../src/stages/cut/drawing/drawing-hand.ts';
import {
  drawLive,
  duplicateDrawn,
  editDrawn,
  followBrush,
  freshNumber,
  moveDrawn,
  removeDrawn,
  strokesIn,
} from '../src/stages/cut/drawing/strokes.ts';
import { StrokesParam } from '../src/stages/cut/drawing/StrokesParam.tsx';
import { recipeOf } from '../src/stages/cut/steps.ts';
import { openBench, settle } from '../src/bench/store.ts';
import { benchOf, STANDING } from './helpers/benches.ts';

const stroke = (number: number, more: Partial<DrawnStroke> = {}): DrawnStroke =>
  makeStroke({ sizePct: 10, number, ...more });

function drawn(...strokes: DrawnStroke[]): Bench {
  const bench = benchOf();
  const [plate] = Object.values(bench.plates);
  plate.recipe = makeRecipe([makeStep('gray'), makeStep('draw', { strokes })]);
  return bench;
}
const PLACE = 1;

describe('strokes that a step draws', () => {
  withBenchPage();
  let server: StandInServer;
  beforeEach(() => {
    server = new StandInServer();
    server.on('GET /brushes', listOf([]));
    useDrawingHand.setState({ step: '', picked: null, does: 'draw' });
    useChosen.setState({ place: PLACE, look: 'all' });
  });
  const shown = (...strokes: DrawnStroke[]) => {
    const page = showOnBench(
      (bench) => (
        <StrokesParam
          place={PLACE}
          step="Draw by hand"
          name="strokes"
          param={{ kind: 'strokes', label: 'Strokes', help: '', most: 4000, default: [] }}
          value={strokesIn(recipeOf(bench).steps[PLACE])}
        />
      ),
      drawn(...strokes),
    );
    return { ...page, strokes: () => strokesIn(recipeOf(page.now()).steps[PLACE]) };
  };
  const numbers = (strokes: readonly DrawnStroke[]) => strokes.map(({ number }) => number);

  it('grow under the hand without becoming many, and each gets a number of its own', () => {
    const { strokes } = shown(stroke(0), stroke(4));
    const fresh = freshNumber(PLACE);
    expect(fresh).to.equal(5);
    act(() => {
      drawLive(PLACE, stroke(fresh));
      drawLive(PLACE, stroke(fresh, { sizePct: 12 }));
      settle('drawn');
    });
    expect(numbers(strokes())).to.deep.equal([0, 4, 5]);
    expect(strokes()[2].sizePct).to.equal(12);
  });

  it('are laid under and over one another, stand twice, and go', () => {
    const { strokes } = shown(stroke(0), stroke(1), stroke(2));
    act(() => moveDrawn(PLACE, 2, -1));
    expect(numbers(strokes())).to.deep.equal([0, 2, 1]);
    act(() => moveDrawn(PLACE, 0, -1));
    expect(numbers(strokes())).to.deep.equal([0, 2, 1]);
    act(() => duplicateDrawn(PLACE, 2));
    expect(numbers(strokes())).to.deep.equal([0, 2, 3, 1]);
    expect(strokes()[2].points[0][0]).to.be.closeTo(0.53, 1e-9);
    expect(useDrawingHand.getState().picked).to.equal(3);
    act(() => removeDrawn(PLACE, 0));
    expect(numbers(strokes())).to.deep.equal([2, 3, 1]);
  });

  it('follow a newer version of their brush all together, and only those that are drawn with it', () => {
    const { strokes, told } = shown(stroke(0, { brush: 'old' }), stroke(1), stroke(2, { brush: 'old' }));
    act(() => followBrush(PLACE, 'old', 'new'));
    expect(strokes().map(({ brush }) => brush)).to.deep.equal(['new', '', 'new']);
    expect(told).to.deep.equal(['Draw by hand: brush as it is kept now']);
  });

  it('are set by the same fields as the hand, once one is picked', async () => {
    const { user, strokes, told } = shown(stroke(0), stroke(1));
    await enter(user, 'Size value', '33');
    expect(useDrawingHand.getState().tool.sizePct).to.equal(33);
    expect(strokes()[0].sizePct).to.equal(10);
    act(() => useDrawingHand.setState({ picked: 1 }));
    expect(screen.getByText('Stroke 2 of 2')).to.not.equal(null);
    await enter(user, 'Size value', '20');
    await user.click(screen.getByRole('radio', { name: 'paints out' }));
    expect(strokes()[1]).to.include({ sizePct: 20, out: true });
    expect(strokes()[0]).to.include({ sizePct: 10, out: false });
    expect(useDrawingHand.getState().tool.sizePct).to.equal(33);
    expect(told).to.deep.equal(['a stroke: size', 'a stroke: paints out']);
  });

  it('get a point more in their width, and are as wide as drawn again', async () => {
    const { user, strokes } = shown(stroke(0));
    act(() => useDrawingHand.setState({ picked: 0 }));
    await user.click(screen.getByRole('button', { name: 'a width point more' }));
    expect(strokes()[0].width).to.have.length(4);
    act(() => {
      editDrawn(PLACE, 0, { width: [[0, 50]] });
      settle('width');
    });
    await user.click(screen.getByRole('button', { name: 'width as drawn' }));
    expect(strokes()[0].width).to.equal(undefined);
  });

  it('are all taken away at once, and come back with one step', async () => {
    const { user, strokes, told } = shown(stroke(0), stroke(1));
    await user.click(screen.getByRole('button', { name: 'clear' }));
    expect(strokes()).to.deep.equal([]);
    expect(told).to.deep.equal(['Draw by hand: cleared']);
  });

  it('cannot be picked where there are none', () => {
    shown();
    expect(screen.getByRole('button', { name: 'pick a stroke' })).to.have.property('disabled', true);
  });
});

describe('the hand of a step', () => {
  beforeEach(() => {
    openBench(drawn(), STANDING);
    useDrawingHand.setState({ step: '' });
  });

  it('begins plain at every step: nothing carries over from the last one', () => {
    takeUpStep('Draw by hand 1', false);
    setTool({ brush: 'kelp', sizePct: 40, mirror: 3, out: true });
    takeUpStep('Draw by hand 1', false);
    expect(useDrawingHand.getState().tool).to.include({ brush: 'kelp', sizePct: 40, mirror: 3, out: true });
    takeUpStep('Draw by hand 2', false);
    expect(useDrawingHand.getState().tool).to.include({ brush: '', mirror: 0, out: false });
    takeUpStep('Retouch by hand 3', true);
    expect(useDrawingHand.getState().tool).to.include({ brush: '', out: true });
  });

  it('is as large as twice the plate and never nothing', () => {
    takeUpStep('Draw by hand 1', false);
    for (let k = 0; k < 80; k++) resizeTool(1.1);
    expect(useDrawingHand.getState().tool.sizePct).to.equal(200);
    for (let k = 0; k < 200; k++) resizeTool(1 / 1.1);
    expect(useDrawingHand.getState().tool.sizePct).to.equal(0.05);
  });
});

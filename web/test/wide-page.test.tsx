import { act, screen, show, showOnBench, within, withBenchPage } from './helpers/page.tsx';
import type { Bench, OwnStroke } from '@amber-stamp/core/bench';
import { fireEvent } from '@testing-library/react';
import { expect } from 'chai';
import { useHand } from '../src/bench/hand.ts';
import { PenHand } from '../src/wide/PenHand.tsx';
import { usePenHand } from '../src/wide/pen.ts';
import { Replay, seenOf, useReplay } from '../src/wide/Replay.tsx';
import { StrokeEditor } from '../src/wide/StrokeEditor.tsx';
import { StrokeHandles } from '../src/wide/StrokeHandles.tsx';
import { benchOf } from './helpers/benches.ts';
import { listOf, StandInServer } from './helpers/server.ts';

const press = (name: string) => screen.getByRole('button', { name });

/** A stroke from left to right, a sample every 100 ms. */
const across = (number: number, more: Partial<OwnStroke> = {}): OwnStroke => ({
  points: Array.from({ length: 5 }, (_, k) => ({
    x: 40 * k,
    y: 100,
    t: 100 * k,
    pressure: 0.5,
    tiltX: 0,
    tiltY: 0,
    twist: 0,
  })),
  number,
  ...more,
});

describe('a picked stroke', () => {
  withBenchPage();
  beforeEach(() => {
    const server = new StandInServer();
    server.on('GET /brushes', listOf([]));
    useHand.setState({ picked: null, zoom: 1 });
  });
  const shown = (strokes: OwnStroke[], place = 0) =>
    showOnBench((now) => {
      const stroke = now.strokes[place];
      return stroke ? <StrokeEditor bench={now} stroke={stroke} /> : <></>;
    }, withStrokes(strokes));
  const withStrokes = (strokes: OwnStroke[]): Bench => ({ ...benchOf(), strokes });
  const numbers = (bench: Bench) => bench.strokes.map(({ number }) => number);

  it('says which of how many it is, and that it takes away', () => {
    shown([across(16), across(17, { away: true })], 1);
    expect(screen.getByRole('group', { name: 'The picked stroke' }).textContent).to.match(/^Stroke 2 of 2, takes away/);
  });

  it('lies under or over its neighbours, as far as there are any', async () => {
    const { user, now, told } = shown([across(16), across(17), across(18)], 1);
    await user.click(press('under'));
    expect(numbers(now())).to.deep.equal([17, 16, 18]);
    expect(told).to.deep.equal(['a stroke laid under the one before']);
  });

  it('that is the lowest cannot go under', () => {
    shown([across(16), across(17)]);
    expect((press('under') as HTMLButtonElement).disabled).to.equal(true);
    expect((press('over') as HTMLButtonElement).disabled).to.equal(false);
  });

  it('comes twice, beside itself and with chance of its own, and the second is picked', async () => {
    const { user, now } = shown([across(16)]);
    await user.click(press('twice'));
    const [first, second] = now().strokes;
    expect(second.number).to.equal(17);
    expect(second.points[0].x).to.be.greaterThan(first.points[0].x);
    expect(useHand.getState().picked).to.equal(17);
  });

  it('is deleted', async () => {
    const { user, now } = shown([across(16), across(17)]);
    await user.click(press('delete'));
    expect(numbers(now())).to.deep.equal([17]);
  });

  it('takes a colour of its own, and its brush’s again', async () => {
    const { user, now } = shown([across(16)]);
    fireEvent.input(screen.getByLabelText('Colour of the stroke'), { target: { value: '#aa3311' } });
    expect(now().strokes[0].colour).to.equal('#aa3311');
    await user.click(press("the brush's own"));
    expect(now().strokes[0].colour).to.equal(undefined);
  });

  it('takes points of width where there is most room, as many as a profile may have', async () => {
    const { user, now } = shown([across(16)]);
    await user.click(press('a width point more'));
    expect(now().strokes[0].width?.map(([at]) => at)).to.deep.equal([0, 0.25, 0.5, 1]);
    for (let k = 0; k < 28; k++) await user.click(press('a width point more'));
    expect(now().strokes[0].width).to.have.length(32);
    expect((press('a width point more') as HTMLButtonElement).disabled).to.equal(true);
    await user.click(press('width as drawn'));
    expect(now().strokes[0].width).to.equal(undefined);
  });
});

describe('the width along a stroke', () => {
  withBenchPage();
  const shown = (stroke: OwnStroke) =>
    showOnBench((now) => <StrokeHandles bench={now} stroke={now.strokes[0]} />, { ...benchOf(), strokes: [stroke] });
  const handles = () => screen.getAllByRole('slider');

  it('has a handle at both ends and in the middle before it is shaped', () => {
    shown(across(16));
    expect(handles().map((handle) => handle.getAttribute('aria-label'))).to.deep.equal([
      ...[0, 50, 100].map((pct) => `Width ${pct} % along the stroke`),
      'Size of the stroke',
    ]);
    for (const handle of handles().slice(0, 3)) expect(handle.getAttribute('aria-valuetext')).to.equal('100 %');
  });

  it('lies as far from the way as the dabs reach', () => {
    shown(
      across(16, {
        width: [
          [0, 50],
          [1, 200],
        ],
      }),
    );
    const off = handles().map((handle) => Math.abs(Number(handle.getAttribute('cy')) - 100));
    const half = benchOf().brush.coats[0].properties.size.rest / 2;
    expect(off[0]).to.be.closeTo(half / 2, 1e-6);
    expect(off[1]).to.be.closeTo(half * 2, 1e-6);
  });

  it('is changed by keys, fine and coarse, and one gesture each', async () => {
    const { user, now, told } = shown(across(16));
    act(() => handles()[1].focus());
    await user.keyboard('{ArrowUp}');
    await user.keyboard('{Shift>}{ArrowUp}{/Shift}');
    expect(now().strokes[0].width).to.deep.equal([
      [0, 100],
      [0.5, 155],
      [1, 100],
    ]);
    expect(told).to.deep.equal(['width of a stroke', 'width of a stroke']);
  });

  it('grows as a whole by one handle, in its shape', async () => {
    const { user, now, told } = shown(
      across(16, {
        width: [
          [0, 50],
          [1, 200],
        ],
      }),
    );
    act(() => screen.getByRole('slider', { name: 'Size of the stroke' }).focus());
    await user.keyboard('{ArrowDown}');
    expect(now().strokes[0].width).to.deep.equal([
      [0, 48],
      [1, 190],
    ]);
    expect(told).to.deep.equal(['width of a stroke']);
  });

  it('is never below nothing and never above four times', async () => {
    const { user, now } = shown(
      across(16, {
        width: [
          [0, 390],
          [1, 10],
        ],
      }),
    );
    act(() => handles()[0].focus());
    await user.keyboard('{Shift>}{ArrowUp}{/Shift}');
    act(() => handles()[1].focus());
    await user.keyboard('{Shift>}{ArrowDown}{/Shift}');
    expect(now().strokes[0].width).to.deep.equal([
      [0, 400],
      [1, 0],
    ]);
  });
});

describe('the made-up pen', () => {
  withBenchPage();
  beforeEach(() => usePenHand.setState({ by: 'swell', pressure: 0.75, tiltX: 0, tiltY: 0, twist: 0 }));
  const lean = () => screen.getByRole('slider', { name: 'Lean of the pen' });

  it('leans by keys, at most as far as a pen can be held', async () => {
    const user = show(<PenHand />);
    act(() => lean().focus());
    await user.keyboard('{ArrowRight>30/}{ArrowUp}');
    expect(usePenHand.getState()).to.include({ tiltX: 75, tiltY: -5 });
    expect(lean().getAttribute('aria-valuetext')).to.equal('75 degrees across, -5 down');
  });

  it('is turned and pressed, and stands upright again', async () => {
    const user = show(<PenHand />);
    fireEvent.change(screen.getByRole('slider', { name: 'Turn of the pen' }), { target: { value: '120' } });
    expect(usePenHand.getState().twist).to.equal(120);
    await user.click(screen.getByRole('radio', { name: 'steady' }));
    expect(usePenHand.getState().by).to.equal('steady');
    await user.click(press('upright'));
    expect(usePenHand.getState()).to.include({ tiltX: 0, tiltY: 0, twist: 0, by: 'steady' });
  });
});

describe('strokes that are played again', () => {
  withBenchPage();
  const strokes = [across(16), across(17)];
  beforeEach(() => useReplay.setState({ at: null, running: false }));

  it('are all shown until then', () => {
    show(<Replay strokes={strokes} />);
    expect(seenOf(strokes, null)).to.equal(strokes);
    expect(screen.queryByRole('slider')).to.equal(null);
  });

  it('are seen as far as the slider says, sample by sample too, and all again', async () => {
    useReplay.setState({ at: 0, running: false });
    const user = show(<Replay strokes={strokes} />);
    const seen = () => seenOf(strokes, useReplay.getState().at).map(({ points }) => points.length);
    await user.click(press('a sample on'));
    await user.click(press('a sample on'));
    expect(seen()).to.deep.equal([3]);
    await user.click(press('a sample back'));
    expect(seen()).to.deep.equal([2]);
    fireEvent.change(within(document.body).getByRole('slider'), { target: { value: '10000' } });
    expect(seen()).to.deep.equal([5, 5]);
    expect(press('once more')).to.not.equal(null);
    await user.click(press('all'));
    expect(useReplay.getState().at).to.equal(null);
  });
});

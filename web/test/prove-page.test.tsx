import { enter, screen, showOnBench, within, withBenchPage } from './helpers/page.tsx';
import type { Bench } from '@amber-stamp/core/bench';
import { PLAIN_PLACEMENT } from '@amber-stamp/core/ground';
import { expect } from 'chai';
import { setLadder, useLadder } from '../src/bench/ladder.ts';
import { useHand } from '../src/bench/hand.ts';
import { GroundPanel } from '../src/stages/prove/GroundPanel.tsx';
import { LadderControls } from '../src/stages/prove/LadderControls.tsx';
import { PinsPanel } from '../src/stages/prove/PinsPanel.tsx';
import { useProveEye } from '../src/stages/prove/view.ts';
import { benchOf } from './helpers/benches.ts';
import { listOf, StandInServer } from './helpers/server.ts';

const press = (name: string) => screen.getByRole('button', { name });
const stroke = (number: number) => ({
  points: [{ x: 0, y: 0, t: 0, pressure: 0.5, tiltX: 0, tiltY: 0, twist: 0 }],
  number,
});

describe('pins', () => {
  withBenchPage();
  beforeEach(() => useProveEye.setState({ pin: 0, how: 'wipe', blink: false }));
  const shown = (bench?: Bench) => showOnBench((now) => <PinsPanel bench={now} />, bench);

  it('say what they are for where there are none', () => {
    shown();
    expect(screen.getByText(/Pin the present state, then change rows or steps/)).to.not.equal(null);
    expect(screen.queryByText('now')).to.equal(null);
  });

  it('keep the present state, which later changes leave alone', async () => {
    const { user, now, told } = shown();
    await user.click(press('Pin this state'));
    expect(now().pins).to.have.length(1);
    expect(now().pins[0].brush).to.deep.equal(now().brush);
    expect(told).to.deep.equal(['pinned version 1']);
    expect(screen.getByText('now')).to.not.equal(null);
  });

  it('are shown wiped across or one above the other, and blink while they are held', async () => {
    const { user } = shown();
    await user.click(press('Pin this state'));
    await user.click(screen.getByRole('radio', { name: 'one above the other' }));
    expect(useProveEye.getState().how).to.equal('beside');
    await user.pointer({ keys: '[MouseLeft>]', target: press('Blink') });
    expect(useProveEye.getState().blink).to.equal(true);
    await user.pointer({ keys: '[/MouseLeft]', target: press('Blink') });
    expect(useProveEye.getState().blink).to.equal(false);
  });

  it('are gone on from: brush and plates as they were, nothing guessed', async () => {
    const bench = { ...benchOf(), guessed: { size: 'from the plate' } };
    const { user, now } = shown(bench);
    await user.click(press('Pin this state'));
    const pinned = now().brush;
    bench.brush = structuredClone(bench.brush);
    await user.click(press('Go on from this pin'));
    expect(now().brush).to.deep.equal(pinned);
    expect(now().guessed).to.deep.equal({});
  });

  it('are taken off, and the one that is looked at is always there', async () => {
    const { user, now } = shown();
    await user.click(press('Pin this state'));
    await user.click(press('Pin this state too'));
    await user.click(screen.getAllByRole('button', { name: /^Take the pin of/ })[1]);
    expect(now().pins).to.have.length(1);
    expect(press('Go on from this pin')).to.not.equal(null);
  });
});

describe('the ladder', () => {
  withBenchPage();
  beforeEach(() => setLadder({ across: { sweep: 'spacing', from: 10, to: 60, count: 5 }, down: null }));
  const shown = (properties: object = {}) =>
    showOnBench((now) => <LadderControls bench={now} />, benchOf(['tip.png'], properties));
  const choose = async (user: ReturnType<typeof shown>['user'], side: string, what: string) => {
    await user.click(screen.getByRole('combobox', { name: `${side}: what is swept` }));
    await user.click(screen.getByRole('option', { name: what }));
  };

  it('begins around the present value of what is chosen', async () => {
    const { user } = shown({ size: { rest: 50 } });
    await choose(user, 'From left to right', 'Size');
    expect(useLadder.getState().across).to.include({ sweep: 'size', from: 25, to: 100 });
  });

  it('takes its ends and steps within what the setting allows', async () => {
    const { user } = shown();
    await enter(user, 'To value', '99999');
    expect(useLadder.getState().across.to).to.equal(400);
    await enter(user, 'Steps value', '1');
    expect(useLadder.getState().across.count).to.equal(2);
  });

  it('has a second side where one is wished, of another setting', async () => {
    const { user } = shown();
    await user.click(screen.getByRole('combobox', { name: 'From top to bottom: what is swept' }));
    expect(screen.queryByRole('option', { name: 'Spacing' })).to.equal(null);
    await user.click(screen.getByRole('option', { name: 'Turn by chance' }));
    expect(useLadder.getState().down?.sweep).to.equal('angle');
    await choose(user, 'From top to bottom', 'nothing: one row');
    expect(useLadder.getState().down).to.equal(null);
  });

  it('offers nothing that the coat has not', async () => {
    const { user } = shown();
    await user.click(screen.getByRole('combobox', { name: 'From left to right: what is swept' }));
    expect(screen.queryByRole('option', { name: 'Grain scale' })).to.equal(null);
    expect(screen.queryByRole('option', { name: 'Mix' })).to.equal(null);
  });
});

describe('the ground', () => {
  withBenchPage();
  let server: StandInServer;
  beforeEach(() => {
    server = new StandInServer();
    server.on('GET /sources', listOf([{ id: 'other', name: 'Harbour wall', width: 10, height: 10 }]));
    useHand.setState({ picked: null, does: 'draw' });
  });
  const shown = (change: (bench: Bench) => void = () => undefined) => {
    const bench = benchOf();
    change(bench);
    return showOnBench((now) => <GroundPanel bench={now} />, bench);
  };

  it('may be any picture of the cabinet', async () => {
    const { user, now } = shown();
    await user.click(press('a picture of the cabinet as the ground'));
    await user.type(
      await screen.findByRole('textbox', { name: 'Find in sources, plates and strokes of the cabinet' }),
      'harb',
    );
    await user.click(await screen.findByRole('button', { name: 'Harbour wall' }));
    expect(now().sheet).to.include({ ground: 'picture', picture: 'other' });
  });

  it('may be the source that the tip was cut from, and takes a dab where it was cut', async () => {
    const { user, now } = shown();
    await user.click(press('Its own source'));
    expect(now().sheet).to.include({ ground: 'picture', picture: 'source' });
    expect(press('One dab where it was cut')).to.not.equal(null);
  });

  it('has layers to lie between only where it has some', () => {
    shown();
    expect(screen.queryByRole('radiogroup', { name: 'Layer' })).to.equal(null);
    expect(screen.queryByRole('radio', { name: 'behind' })).to.equal(null);
  });

  it('of the scene takes strokes in front of, behind and on each layer', async () => {
    const { user, now, told } = shown((bench) => void (bench.sheet.ground = 'scene'));
    await user.click(screen.getByRole('radio', { name: 'behind' }));
    await user.click(screen.getByRole('radio', { name: 'the figure' }));
    expect(now().sheet.lie).to.include({ place: 'behind', layer: 'figure' });
    expect(told).to.deep.equal(['strokes behind', 'strokes at the figure']);
  });

  it('is covered where strokes uncover it, and the cover has a colour', async () => {
    const { user, now } = shown();
    await user.click(screen.getByRole('radio', { name: 'uncovers' }));
    expect(now().sheet.lie.place).to.equal('uncover');
    expect(screen.getByLabelText('Colour of the cover')).to.not.equal(null);
    expect(screen.queryByRole('combobox', { name: 'Blend with the ground' })).to.equal(null);
  });

  it('lets a picked stroke lie in its own way, and as the sheet says again', async () => {
    useHand.setState({ picked: 16 });
    const { user, now } = shown((bench) => void bench.strokes.push(stroke(16), stroke(17)));
    await user.click(screen.getByRole('combobox', { name: 'Blend with the ground' }));
    await user.click(screen.getByRole('option', { name: 'multiply' }));
    expect(now().strokes.map(({ lie }) => lie?.blend)).to.deep.equal(['multiply', undefined]);
    expect(now().sheet.lie).to.deep.equal(PLAIN_PLACEMENT);
    await user.click(press('as the sheet says'));
    expect(now().strokes[0].lie).to.equal(undefined);
  });

  it('blurs and thins strokes within their limits', async () => {
    const { user, now } = shown();
    await enter(user, 'Opacity value', '40');
    await enter(user, 'Blur value', '900');
    expect(now().sheet.lie).to.include({ opacityPct: 40, blurPx: 24 });
  });

  it('gives its colour where one is taken from it', async () => {
    const { user } = shown();
    await user.click(press('Take a colour'));
    expect(useHand.getState().does).to.equal('take colour');
    await user.click(press('Draw again'));
    expect(useHand.getState().does).to.equal('draw');
    expect(within(screen.getByRole('region', { name: 'Ground' })).getByText('Take a colour')).to.not.equal(null);
  });
});

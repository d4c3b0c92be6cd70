import { act, enter, screen, showOnBench, within, withBenchPage } from './helpers/page.tsx';
import { PLAIN_BAND } from '@amber-stamp/core/model';
import { cleanup } from '@testing-library/react';
import { expect } from 'chai';
import { useHabit } from '../src/stages/vary/at-hand.ts';
import { useLinkedRows } from '../src/stages/vary/linked-rows.ts';
import { useVaryEye } from '../src/stages/vary/vary-eye.ts';
import { VaryControls } from '../src/stages/vary/VaryControls.tsx';
import { benchOf } from './helpers/benches.ts';

const byChance = { by: 'chance' };
const shown = (properties: object = {}) =>
  showOnBench((bench) => <VaryControls bench={bench} />, benchOf(['tip.png'], properties));
const row = (name: string) => within(screen.getByRole('group', { name }));

describe('the rows of a brush', () => {
  withBenchPage();
  beforeEach(() => {
    useHabit.setState({ rows: [], aside: [] });
    useVaryEye.setState({ part: 'rows', open: 'size' });
    useLinkedRows.setState({ names: [] });
  });
  const names = () => screen.getAllByRole('group').map((group) => group.getAttribute('aria-label'));

  it('are those that matter first, with both mirrors', () => {
    shown();
    for (const name of [
      'Size',
      'Spacing',
      'Across',
      'Along',
      'Angle',
      'Aspect',
      'Opacity',
      'Flow',
      'Flip left to right',
      'Flip top to bottom',
    ])
      expect(names()).to.include(name);
    expect(names()).not.to.include('Hue');
  });

  it('are put aside, and come back', async () => {
    const { user } = shown();
    await user.click(row('Aspect').getByRole('button', { name: 'Put Aspect aside' }));
    expect(names()).not.to.include('Aspect');
    await user.click(screen.getByRole('button', { name: 'Aspect' }));
    expect(names()).to.include('Aspect');
  });

  it('have settings of other parts beside them that are kept at hand', async () => {
    const { user } = shown();
    expect(screen.queryByRole('group', { name: 'Settings at hand' })).to.equal(null);
    await user.click(screen.getByRole('tab', { name: 'ends' }));
    const hand = within(screen.getByRole('region', { name: 'Hand' }));
    await user.click(hand.getByRole('button', { name: 'Keep it at hand for this brush' }));
    await user.click(screen.getByRole('tab', { name: 'rows' }));
    const atHand = within(screen.getByRole('group', { name: 'Settings at hand' }));
    expect(atHand.getByRole('slider', { name: 'ends: Steady' })).to.not.equal(null);
    expect(atHand.queryByRole('slider', { name: /Tilt/ })).to.equal(null);
  });

  it('of links that lie end to end offer to bend the plate along the path instead', async () => {
    const { user, now, told } = shown({ angle: { follow: 'chain' } });
    await user.click(row('Angle').getByRole('button', { name: 'bend it' }));
    expect(now().brush.coats[0].band).to.deep.equal(PLAIN_BAND);
    expect(told).to.deep.equal(['bent along the path']);
    expect(row('Angle').queryByRole('button', { name: 'bend it' })).to.equal(null);
  });

  it('take one number, and the gesture is told with it', async () => {
    const { user, now, told } = shown();
    await enter(user, 'Size value', '120');
    expect(now().brush.coats[0].properties.size.rest).to.equal(120);
    expect(told).to.deep.equal(['Size 120 px']);
  });

  it('take two numbers, which chance then moves between', async () => {
    const { user, now } = shown();
    await enter(user, 'Size value', '40 - 80');
    const { rest, low, high, drivers } = now().brush.coats[0].properties.size;
    expect([rest, low, high]).to.deep.equal([80, 50, 100]);
    expect(drivers.map(({ by }) => by)).to.deep.equal(['chance']);
  });

  it('take what moves them by its name', async () => {
    const { user, now, told } = shown({ flow: { drivers: [byChance] } });
    await enter(user, 'Flow value', '50 – 100 by pressure');
    expect(now().brush.coats[0].properties.flow.drivers.map(({ by }) => by)).to.deep.equal(['pressure']);
    expect(told).to.have.length(1);
  });

  it('forget the first guess of what was typed', async () => {
    const bench = { ...benchOf(), guessed: { size: 'from the plate', angle: 'it is round' } };
    const { user } = showOnBench((now) => <VaryControls bench={now} />, bench);
    await enter(user, 'Size value', '90');
    expect(screen.queryByText('from the plate')).to.equal(null);
    expect(screen.getByText('it is round')).to.not.equal(null);
  });

  it('are muted and let act again', async () => {
    const { user, now, told } = shown({ angle: { drivers: [byChance], low: -90, high: 90 } });
    await user.click(row('Angle').getByRole('button', { name: 'Mute Angle' }));
    expect(now().brush.coats[0].properties.angle.muted).to.equal(true);
    await user.click(row('Angle').getByRole('button', { name: 'Mute Angle' }));
    expect(now().brush.coats[0].properties.angle.muted).to.equal(false);
    expect(told).to.have.length(2);
  });

  it('are one stop of the Tab key each; arrows go along a row and from row to row', async () => {
    const { user } = shown();
    const focused = () => document.activeElement?.getAttribute('aria-label') ?? document.activeElement?.textContent;
    act(() => row('Spacing').getByRole('button', { name: 'Spacing' }).focus());
    await user.tab();
    expect(focused()).to.equal('Across');
    await user.keyboard('{ArrowDown}{ArrowDown}{ArrowUp}');
    expect(focused()).to.equal('Along');
    await user.keyboard('{ArrowRight}{ArrowRight}');
    expect(focused()).to.equal('Put Along aside');
    await user.keyboard('{ArrowLeft}{ArrowLeft}');
    expect(focused()).to.equal('Along');
  });

  it('act alone, and all again', async () => {
    const { user, now, told } = shown({ angle: { drivers: [byChance], low: -90, high: 90 } });
    const solo = () => row('Angle').getByRole('button', { name: 'Solo Angle' });
    await user.click(solo());
    const { angle, size, flow, mirrorX } = now().brush.coats[0].properties;
    expect([angle.muted, size.muted, flow.muted, mirrorX.muted]).to.deep.equal([false, true, true, true]);
    expect(solo().getAttribute('aria-pressed')).to.equal('true');
    await user.click(solo());
    expect(now().brush.coats[0].properties.flow.muted).to.equal(false);
    expect(told).to.deep.equal(['Angle alone', 'all rows act again']);
  });

  it('are reset to what they are without a hand', async () => {
    const { user, now } = shown({ angle: { rest: 12, drivers: [byChance], low: -90, high: 90, follow: 'path' } });
    await user.click(row('Angle').getByRole('button', { name: 'Reset Angle' }));
    const { rest, low, high, drivers, follow } = now().brush.coats[0].properties.angle;
    expect({ rest, low, high, drivers, follow }).to.deep.equal({
      rest: 0,
      low: 0,
      high: 0,
      drivers: [],
      follow: 'none',
    });
  });

  it('say where their drivers have nothing to move', () => {
    shown({ size: { low: 100, high: 100, drivers: [byChance] } });
    expect(row('Size').getByText('its drivers do nothing: both ends are the same')).to.not.equal(null);
  });

  it('say where they do nothing because the plate is bent along the path', () => {
    const bench = benchOf();
    bench.brush.coats[0].band = { ...PLAIN_BAND };
    showOnBench((now) => <VaryControls bench={now} />, bench);
    expect(row('Spacing').getByText(/the plate is bent along the path/)).to.not.equal(null);
    expect(row('Size').queryByText(/bent along the path/)).to.equal(null);
  });

  it('say where a driver reads the same everywhere', () => {
    shown({ flow: { low: 20, high: 100, drivers: [{ by: 'twist' }] } });
    expect(row('Flow').getByText(/^twist does nothing here/)).to.not.equal(null);
  });

  it('are kept at hand for the brush, then for every brush, then no longer', async () => {
    const { user, now } = shown();
    await user.click(screen.getByRole('tab', { name: 'ink' }));
    await user.click(screen.getByRole('button', { name: 'Keep it at hand for this brush: Hue' }));
    expect(now().atHand).to.deep.equal(['hue']);
    await user.click(screen.getByRole('button', { name: 'Keep it at hand for every brush: Hue' }));
    expect(now().atHand).to.deep.equal([]);
    expect(useHabit.getState().rows).to.deep.equal(['hue']);
    await user.click(screen.getByRole('button', { name: 'No longer at hand: Hue' }));
    expect(useHabit.getState().rows).to.deep.equal([]);
  });

  it('move together where they are marked so, each as far on its own ruler', async () => {
    const { user, now, told } = shown({ opacity: { rest: 50 }, flow: { rest: 30 } });
    for (const name of ['Opacity', 'Flow'])
      await user.click(screen.getByRole('button', { name: `${name} moves together` }));
    act(() => row('Opacity').getByRole('slider').focus());
    await user.keyboard('{ArrowRight}{ArrowRight}{ArrowRight}');
    const { opacity, flow } = now().brush.coats[0].properties;
    expect([opacity.rest, flow.rest]).to.deep.equal([53, 33]);
    expect(told.length).to.be.at.most(1);
  });

  it('open to their drivers, one at a time', async () => {
    const { user } = shown({ flow: { low: 20, high: 100, drivers: [byChance] } });
    const label = (name: string) => row(name).getByRole('button', { name });
    expect(label('Size').getAttribute('aria-expanded')).to.equal('true');
    await user.click(label('Flow'));
    expect(label('Size').getAttribute('aria-expanded')).to.equal('false');
    expect(row('Flow').getByRole('button', { name: 'Take chance off Flow' })).to.not.equal(null);
  });

  it('ask for shares only where two drivers have something to share', () => {
    shown({ size: { low: 20, drivers: [byChance] } });
    expect(screen.queryByRole('slider', { name: 'Share of chance in Size' })).to.equal(null);
    cleanup();
    shown({ size: { low: 20, drivers: [byChance, { by: 'pressure' }] } });
    expect(screen.getByRole('slider', { name: 'Share of chance in Size' })).to.not.equal(null);
  });
});

describe('the drivers of a row', () => {
  withBenchPage();
  const pressed = { low: 20, high: 100, drivers: [byChance, { by: 'pressure' }] };

  it('are added from a list of those that do not move it yet, and pull its ends apart', async () => {
    const { user, now, told } = shown({ size: { rest: 100 } });
    await user.click(row('Size').getAllByRole('button', { name: 'Add a driver to Size' })[0]);
    const items = screen.getAllByRole('menuitem');
    expect(items).to.have.length(8);
    await user.click(items.find((item) => /pressure of the pen/.test(item.textContent ?? '')) as HTMLElement);
    const { drivers, low, high } = now().brush.coats[0].properties.size;
    expect(drivers.map(({ by }) => by)).to.deep.equal(['pressure']);
    expect([low, high]).to.deep.equal([50, 100]);
    expect(told).to.have.length(1);
  });

  it('are taken off one by one', async () => {
    const { user, now } = shown({ size: pressed });
    await user.click(screen.getByRole('button', { name: 'Take chance off Size' }));
    expect(now().brush.coats[0].properties.size.drivers.map(({ by }) => by)).to.deep.equal(['pressure']);
  });

  it('say how chance is spread, and over how many dabs it drifts', async () => {
    const { user, now } = shown({ size: { ...pressed, drivers: [byChance] } });
    await user.click(screen.getByRole('combobox', { name: 'Spread of chance in Size' }));
    await user.click(screen.getByRole('option', { name: 'wandering slowly' }));
    expect(now().brush.coats[0].properties.size.drivers[0].spread).to.equal('drifting');
    await enter(user, 'Length of drifting in Size', '40');
    expect(now().brush.coats[0].properties.size.drivers[0].length).to.equal(40);
  });

  it('draw chance once for each stroke where that is wished', async () => {
    const { user, now } = shown({ size: { ...pressed, drivers: [byChance] } });
    await user.click(screen.getByRole('button', { name: 'drawn for each dab' }));
    expect(now().brush.coats[0].properties.size.drivers[0].per).to.equal('stroke');
    expect(screen.getByRole('button', { name: 'drawn for each stroke' })).to.not.equal(null);
  });
});

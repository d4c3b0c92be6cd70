import { enter, screen, showOnBench, within, withBenchPage } from './helpers/page.tsx';
import type { Bench } from '@amber-stamp/core/bench';
import { expect } from 'chai';
import { EndsPanel } from '../src/stages/vary/panels/EndsPanel.tsx';
import { benchOf } from './helpers/benches.ts';

const coat = (bench: Bench) => bench.brush.coats[0];

describe('the ends of a stroke', () => {
  withBenchPage();
  const shown = (head: object = {}) => {
    const bench = benchOf();
    Object.assign(bench.brush.ends.head, head);
    return showOnBench((now) => <EndsPanel bench={now} />, bench);
  };
  const head = () => within(screen.getByRole('region', { name: 'Head of the stroke' }));

  it('ask for no more than a length where nothing tapers', () => {
    shown();
    expect(head().queryByText(/Size there/)).to.equal(null);
  });

  it('are measured in another unit with a length worth seeing', async () => {
    const { user, now, told } = shown({ lengthPct: 30 });
    await user.click(
      within(head().getByRole('radiogroup', { name: 'Length of the head in' })).getByRole('radio', { name: 'px' }),
    );
    const { lengthPct, lengthPx, lengthDabs } = now().brush.ends.head;
    expect([lengthPct, lengthPx, lengthDabs]).to.deep.equal([0, 120, 0]);
    expect(told).to.deep.equal(['head tapers by px']);
  });

  it('take longer ones typed than the handle reaches', async () => {
    const { user, now } = shown({ lengthPx: 100 });
    const field = head().getByRole('textbox', { name: 'Length value' });
    await user.clear(field);
    await user.type(field, '2500{Enter}');
    expect(now().brush.ends.head.lengthPx).to.equal(2500);
  });

  const lengthen = async (user: ReturnType<typeof shown>['user'], text: string) => {
    const field = head().getByRole('textbox', { name: 'Length value' });
    await user.clear(field);
    await user.type(field, `${text}{Enter}`);
  };

  it('go to a point where only a length is given, so that a length by itself does something', async () => {
    const { user, now } = shown();
    await lengthen(user, '30');
    expect([now().brush.ends.head.lengthPct, now().brush.ends.head.size]).to.deep.equal([30, 0]);
  });

  it('keep what was set there before a length is given', async () => {
    const { user, now } = shown({ opacity: 20 });
    await lengthen(user, '30');
    expect([now().brush.ends.head.size, now().brush.ends.head.opacity]).to.deep.equal([100, 20]);
  });

  it('of a sheet that is tilted at first lie back as a floor does', async () => {
    const { user, now } = shown();
    await enter(user, 'Tilt value', '50');
    expect(coat(now()).floor).to.deep.equal({ tiltDeg: 50, directionDeg: -90 });
    await enter(user, 'Direction value', '30');
    await enter(user, 'Tilt value', '20');
    expect(coat(now()).floor).to.deep.equal({ tiltDeg: 20, directionDeg: 30 });
  });

  it('ask in which direction the sheet lies back only where it does', async () => {
    const { user, now } = shown();
    expect(screen.queryByRole('textbox', { name: 'Direction value' })).to.equal(null);
    await enter(user, 'Tilt value', '40');
    expect(coat(now()).floor.tiltDeg).to.equal(40);
    expect(screen.getByRole('textbox', { name: 'Direction value' })).to.not.equal(null);
  });
});

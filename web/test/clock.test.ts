import { expect } from 'chai';
import { later, Paced, pause, Quiet } from '../src/engine/clock.ts';
import { withHeldClock } from './helpers/clock.ts';

describe('the clock of the page', () => {
  const clock = withHeldClock();

  it('runs what is due, in its order, and nothing before', () => {
    const ran: string[] = [];
    later(30, () => ran.push('late'));
    later(10, () => ran.push('early'));
    clock().pass(9);
    expect(ran).to.deep.equal([]);
    clock().pass(21);
    expect(ran).to.deep.equal(['early', 'late']);
  });

  it('calls off what is not wanted any more', () => {
    let ran = false;
    const callOff = later(10, () => (ran = true));
    callOff();
    clock().pass(100);
    expect(ran).to.equal(false);
  });

  it('ends a pause when its time has come', async () => {
    let ended = false;
    const waiting = pause(50).then(() => (ended = true));
    clock().pass(49);
    await Promise.resolve();
    expect(ended).to.equal(false);
    clock().pass(1);
    await waiting;
    expect(ended).to.equal(true);
  });
});

describe('what waits until nothing comes any more', () => {
  const clock = withHeldClock();

  it('runs once, the newest of it, after the last came', () => {
    const ran: number[] = [];
    const quiet = new Quiet(100);
    for (const k of [1, 2, 3]) {
      quiet.run(() => ran.push(k));
      clock().pass(60);
    }
    expect(ran).to.deep.equal([]);
    clock().pass(40);
    expect(ran).to.deep.equal([3]);
    clock().pass(1000);
    expect(ran).to.deep.equal([3]);
  });

  it('does not run once it is cancelled, and can be used again', () => {
    const ran: number[] = [];
    const quiet = new Quiet(100);
    quiet.run(() => ran.push(1));
    quiet.cancel();
    clock().pass(500);
    quiet.run(() => ran.push(2));
    clock().pass(100);
    expect(ran).to.deep.equal([2]);
  });
});

describe('what is done no more often than that', () => {
  const clock = withHeldClock();

  it('is done at once, then by its pace, each time the newest of it', () => {
    const ran: number[] = [];
    const paced = new Paced(100);
    for (let k = 0; k < 25; k++) {
      paced.run(() => ran.push(k));
      clock().pass(10);
    }
    expect(ran).to.deep.equal([0, 9, 19]);
    clock().pass(1000);
    expect(ran).to.deep.equal([0, 9, 19, 24]);
  });
});

import { expect } from 'chai';
import { afterHand, drawnFirst } from '../src/bench/hand-first.ts';
import { withHeldClock } from './helpers/clock.ts';

describe('what is beside the hand', () => {
  const clock = withHeldClock();
  const ran: string[] = [];
  beforeEach(() => void (ran.length = 0));
  const note = (what: string) => () => void ran.push(what);

  it('is drawn once everything under the hand was', () => {
    const [sheet, wide] = ['sheet', 'wide'].map(drawnFirst);
    afterHand(note('tile'));
    afterHand(note('called off'))();
    sheet();
    expect(ran).to.deep.equal([]);
    wide();
    expect(ran).to.deep.equal(['tile']);
    clock().pass(10_000);
    expect(ran).to.deep.equal(['tile']);
  });

  it('is drawn all the same where what is under the hand is not seen', () => {
    const gone = drawnFirst('sheet');
    afterHand(note('tile'));
    clock().pass(100);
    expect(ran).to.deep.equal([]);
    clock().pass(1000);
    expect(ran).to.deep.equal(['tile']);
    gone();
    expect(ran).to.deep.equal(['tile']);
  });

  it('waits for nothing where nothing is about to be drawn', () => {
    afterHand(note('tile'));
    clock().pass(0);
    expect(ran).to.deep.equal(['tile']);
  });
});

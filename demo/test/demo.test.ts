import { plainBrush, type Brush } from '@amber-stamp/core/model';
import { castDown } from '@amber-stamp/core/relief';
import { BRUSHES } from '@amber-stamp/demo';
import { expect } from 'chai';
import { createHash } from 'node:crypto';
import { crustLichen } from '../src/art/lichen.ts';
import { LEDGE_SIDE, rockLedge } from '../src/relief/ledge.ts';

const sha = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');

describe('the demo', () => {
  it('grows the same lichen from the same seed, and another from another', () => {
    const grown = (seed: number) => sha(new Uint8Array(crustLichen(160, seed).data));
    expect(grown(4)).to.equal(grown(4));
    expect(grown(4)).not.to.equal(grown(5));
  });

  it('has a ledge that hangs over', () => {
    expect(castDown(rockLedge(), LEDGE_SIDE, 0.2).lostShare).to.be.within(0.01, 0.3);
  });

  it('shows the range in at least ten finished brushes: several cards, coats, grain, links, tint and tapers', () => {
    const tuned = BRUSHES.map((demo) => {
      const brush = plainBrush(demo.name, 'tip.png');
      demo.tune(brush);
      return brush;
    });
    expect(tuned.length).to.be.at.least(10);
    expect(Math.max(...tuned.map(({ coats: [{ deck }] }) => deck.cards.length))).to.be.at.least(8);
    for (const has of [
      (b: Brush) => b.coats.some(({ join }) => join === 'mask'),
      (b: Brush) => b.coats.some(({ grain }) => grain !== null),
      (b: Brush) => b.coats[0].properties.angle.follow === 'chain',
      (b: Brush) => b.coats[0].properties.hue.drivers.some((d) => d.by === 'cycle'),
      (b: Brush) => b.ends.tail.lengthPct > 0,
    ])
      expect(tuned.some(has)).to.equal(true);
  });
});

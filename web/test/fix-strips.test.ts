import { InkEngine } from '@amber-stamp/core/ink';
import { unmeasuredFixes } from '@amber-stamp/core/prove';
import { expect } from 'chai';
import { brushOf } from '../../core/test/helpers/echoes.ts';
import * as tips from '../../core/test/helpers/tips.ts';
import { GLANCES } from '../src/engine/protocol/prove.ts';
import { stripOfFix } from '../src/workers/fix-strips.ts';

const engine = new InkEngine();
const specked = tips.tipFrom(tips.added(tips.disc(0.5, 0.05), tips.spot(0.6, -0.55, 0.06)));

describe('a fix that is tried', () => {
  const { brush, plates } = brushOf([specked], { spacing: 25 });
  const job = { brush, plates: Object.fromEntries([...plates.keys()].map((name) => [name, `key of ${name}`])) };
  const fixes = unmeasuredFixes(brush, plates);
  const tried = (k: number, how: 'glance' | 'whole') => {
    const strip = stripOfFix(engine, job, plates, fixes[k], how);
    if (!strip) throw new Error('nothing was drawn');
    return strip;
  };

  it('is drawn once where it was glanced at before, and is the same as one that was not', () => {
    const glanced = tried(0, 'glance');
    const whole = tried(0, 'whole');
    const anew = tried(0, 'whole');
    expect(glanced.giveAways).to.deep.equal([]);
    expect(whole.strip).to.equal(glanced.strip);
    expect(anew.strip).not.to.equal(glanced.strip);
    expect([whole.echo, whole.texture, whole.measures]).to.deep.equal([anew.echo, anew.texture, anew.measures]);
    expect(whole.giveAways.length).to.be.greaterThan(0);
  });

  it('is kept no longer than the last few', () => {
    const [first, ...others] = Array.from({ length: GLANCES + 1 }, (_, k) => tried(k, 'glance'));
    expect(tried(GLANCES, 'whole').strip).to.equal(others[GLANCES - 1].strip);
    expect(tried(0, 'whole').strip).not.to.equal(first.strip);
  });
});

import { encodePlate } from '@amber-stamp/core/formats';
import { expect } from 'chai';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runAmber } from './run.ts';

describe('the echo on the command line', () => {
  it('measures an echo with its give-aways, and writes cures with the plates that they need', () => {
    const side = 128;
    const data = new Uint16Array(side * side);
    for (let i = 0; i < data.length; i++) {
      const [x, y] = [((i % side) / side) * 2 - 1, (Math.floor(i / side) / side) * 2 - 1];
      if (Math.hypot(x, y) < 0.5 || Math.hypot(x - 0.6, y + 0.55) < 0.06) data[i] = 65535;
    }
    const files = mkdtempSync(join(tmpdir(), 'amber-echo-'));
    writeFileSync(join(files, 'stray.png'), encodePlate({ width: side, height: side, data }));
    const deck = { cards: [{ plate: 'stray.png' }] };
    const properties = { size: { rest: 64 }, spacing: { rest: 25 } };
    writeFileSync(
      join(files, 'b.json'),
      JSON.stringify({ format: 'amber-stamp/brush', version: 1, seed: 3, coats: [{ deck, properties }] }),
    );
    const amber = (...args: string[]) => runAmber(files, args);
    const args = ['echo', '--brush', join(files, 'b.json'), '--report', join(files, 'r.json')];
    expect(amber(...args, '--fixes', '1')).to.include({ status: 0, out: '' });
    const report = JSON.parse(readFileSync(join(files, 'r.json'), 'utf8')) as Record<string, number> & {
      giveAways: { what: string; card: number; x: number; y: number; w: number; h: number }[];
      fixes: {
        what: string;
        echo: number;
        look: number;
        brush: { coats: { deck: { cards: { plate: string }[] } }[] };
      }[];
    };
    expect(report.echo).to.be.above(50);
    const [first] = report.giveAways;
    expect(first.what).to.equal('speck');
    expect(first.x + first.w / 2).to.be.closeTo(0.8 * side, 2);
    expect(first.y + first.h / 2).to.be.closeTo(0.225 * side, 2);
    const [fix] = report.fixes;
    expect(fix.echo).to.be.below(report.echo / 2);
    expect(fix.look).to.be.within(0, 0.25);
    // the fix is a brush like any other, and really measures so
    writeFileSync(join(files, 'fixed.json'), JSON.stringify(fix.brush));
    const again = ['echo', '--brush', join(files, 'fixed.json'), '--report', join(files, 'again.json')];
    expect(amber(...again).status).to.equal(0);
    const { echo } = JSON.parse(readFileSync(join(files, 'again.json'), 'utf8')) as { echo: number };
    expect(echo).to.be.closeTo(fix.echo, 8);
  });
});

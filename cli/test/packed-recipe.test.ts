import { makeRecipe, makeStep } from '@amber-stamp/core/cut';
import { encodePlate, writePack } from '@amber-stamp/core/formats';
import { plainBrush } from '@amber-stamp/core/model';
import { encodeGray } from '@amber-stamp/io';
import { expect } from 'chai';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runAmber } from './run.ts';

const folder = mkdtempSync(join(tmpdir(), 'amber-packed-'));
const at = (name: string): string => join(folder, name);

describe('a recipe that names another source', () => {
  const gray = (value: (i: number) => number) =>
    encodeGray({ width: 64, height: 64, data: Float32Array.from({ length: 64 * 64 }, (_, i) => value(i)) }, 16);
  const veil = gray(() => 0.5);
  const over = (name: string) => makeRecipe([makeStep('gray'), makeStep('overlay', { source: name, prints: 'dark' })]);
  const cut = (recipe: string, out: string) =>
    runAmber(folder, ['plate', '--source', at('blot.png'), '--recipe', at(recipe), '--out', at(out)]);
  before(() => {
    writeFileSync(
      at('blot.png'),
      gray((i) => (i % 64 > 20 && i % 64 < 40 && i > 1000 && i < 3000 ? 0.1 : 0.95)),
    );
    writeFileSync(at('veil.png'), veil);
    writeFileSync(at('beside.json'), JSON.stringify(over('veil.png')));
    writeFileSync(at('gone.json'), JSON.stringify(over('gone.png')));
  });

  it('finds it beside itself, and in an opened pack under the path it has there', () => {
    const pack = writePack({
      brushes: [plainBrush('Veiled', 'tip.png')],
      plates: new Map([['tip.png', encodePlate({ width: 8, height: 8, data: new Uint16Array(64).fill(900) })]]),
      recipes: new Map([['recipes/tip.json', over('sources/veil.png')]]),
      sources: new Map([['sources/veil.png', veil]]),
    });
    writeFileSync(at('veiled.zip'), pack);
    expect(runAmber(folder, ['unpack', '--pack', at('veiled.zip'), '--out', at('veiled')]).status).to.equal(0);
    expect(cut('veiled/recipes/tip.json', 'packed.png').status).to.equal(0);
    expect(cut('beside.json', 'beside.png').status).to.equal(0);
    expect(readFileSync(at('packed.png')).equals(readFileSync(at('beside.png')))).to.equal(true);
  });
  it('is refused when it is not there', () =>
    expect(cut('gone.json', 'never.png').err).to.match(/gone\.png does not exist/));
});

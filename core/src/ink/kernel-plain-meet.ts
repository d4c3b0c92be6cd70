import { chanceAfter } from '../maths/hash.ts';
import { MEETS } from '../model/choices.ts';
import { throughGrainPlainly } from './kernel-plain-blend.ts';
import { eachPixel, mixOf, type PlainViews, type TileBox } from './kernel-plain-through.ts';
import { EXTRAS_32, LAY_RULE_32, RECORD_32 } from './layout.ts';
import type { DabShare } from './lay-rule.ts';

const fround = Math.fround;
const UNIT = fround(1 / 65535);

/** The twin of `met` in core/kernel/meet.ts. */
function met(meet: number, a: number, { ceiling, share, tip, roll }: DabShare): number {
  const s = fround(ceiling * share);
  switch (MEETS[meet]) {
    case 'build':
      return fround(a + fround(Math.max(fround(ceiling - a), 0) * share));
    case 'lighten':
      return Math.max(a, s);
    case 'darken':
      return a > 0 ? Math.min(a, s) : s;
    case 'difference':
      return Math.abs(fround(a - s));
    case 'add':
      return Math.max(a, Math.min(ceiling, fround(a + s)));
    case 'best':
      return Math.max(a, fround(ceiling * tip));
    case 'dissolve':
      return roll < share ? Math.max(a, ceiling) : a;
  }
}

/** One record with its extra into a tile by the rule at `rule`; the twin of core/kernel/meet.ts. */
export function meetRecord(views: PlainViews, record: number, extra: number, rule: number, into: TileBox): void {
  const { ints, floats } = views;
  const [i, c, r] = [record / 4, extra / 4, rule / 4];
  const [grains, grainStride] = [ints[c + EXTRAS_32.grain], ints[c + EXTRAS_32.grainStride]];
  const ceiling = floats[i + RECORD_32.opacity];
  const flow = fround(floats[i + RECORD_32.flow] * 65535);
  const meet = ints[r + LAY_RULE_32.meet];
  const ways = ints[r + LAY_RULE_32.ways] >>> 2;
  const tints = ints[r + LAY_RULE_32.tints] >>> 2;
  const [left, top] = [ints[r + LAY_RULE_32.left], ints[r + LAY_RULE_32.top]];
  const dissolves = MEETS[meet] === 'dissolve';
  eachPixel(views, record, into, (place, texel, x, y) => {
    let tip = fround(texel * UNIT);
    if (!(tip > 0)) return;
    if (grainStride) {
      const g = floats[(grains + ((Math.imul(y, grainStride) + x) << 2)) >>> 2];
      tip = throughGrainPlainly(tip, g, floats[c + EXTRAS_32.depth], ints[c + EXTRAS_32.blend]);
    }
    const chance = dissolves ? chanceAfter(ints[c + EXTRAS_32.start], x + left, y + top, 0) : 0;
    const dab = { ceiling, share: fround(flow * tip), tip, roll: fround(chance) };
    const at = into.tile / 4 + place;
    const a = floats[at];
    if (ways) {
      const along = ways + into.side * into.side + place;
      const before = floats[along] >= floats[c + EXTRAS_32.since] ? floats[ways + place] : 0;
      floats[ways + place] = met(meet, before, dab);
      floats[along] = floats[c + EXTRAS_32.along];
      floats[at] = Math.max(a, floats[ways + place]);
    } else floats[at] = met(meet, a, dab);
    if (tints) mixOf(floats, tints + 4 * place, c + EXTRAS_32.colour, a, fround(ceiling * dab.share));
  });
}

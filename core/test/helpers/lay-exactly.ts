import { chanceAfter } from '../../src/maths/hash.ts';
import { BLEND_MODES } from '../../src/maths/blend-modes.ts';
import { MEETS } from '../../src/model/choices.ts';
import { viewsAt } from '../../src/ink/entry.ts';
import { throughOf } from '../../src/ink/grain.ts';
import { eachPixel, type PlainViews, type TileBox } from '../../src/ink/kernel-plain-through.ts';
import { EXTRAS, EXTRAS_32, LAY_RULE, LAY_RULE_32, RECORD, RECORD_32 } from '../../src/ink/layout.ts';
import { met, paint } from '../../src/ink/lay-rule.ts';
import type { InkEngine } from '@amber-stamp/core/ink';

/** One dab into a tile as the rule says it, in float64. */
function layOne(views: PlainViews, record: number, extra: number, rule: number, into: TileBox): void {
  const { ints, floats } = views;
  const [i, c, r] = [record / 4, extra / 4, rule / 4];
  const ways = ints[r + LAY_RULE_32.ways] / 4;
  const tints = ints[r + LAY_RULE_32.tints];
  const through = throughOf(BLEND_MODES[ints[c + EXTRAS_32.blend]]);
  const ceiling = floats[i + RECORD_32.opacity];
  const meet = MEETS[ints[r + LAY_RULE_32.meet]];
  eachPixel(views, record, into, (place, texel, x, y) => {
    if (!(texel > 0)) return;
    let tip = texel / 65535;
    const stride = ints[c + EXTRAS_32.grainStride];
    if (stride) {
      const g = floats[(ints[c + EXTRAS_32.grain] + ((Math.imul(y, stride) + x) << 2)) >>> 2];
      tip = through.of(tip, g, floats[c + EXTRAS_32.depth]);
    }
    const [left, top] = [ints[r + LAY_RULE_32.left], ints[r + LAY_RULE_32.top]];
    const roll = meet === 'dissolve' ? chanceAfter(ints[c + EXTRAS_32.start], x + left, y + top, 0) : 0;
    const dab = { ceiling, share: floats[i + RECORD_32.flow] * 65535 * tip, tip, roll };
    const at = into.tile / 4 + place;
    const below = floats[at];
    if (ways) {
      const along = ways + into.side * into.side + place;
      const own = floats[along] >= floats[c + EXTRAS_32.since] ? floats[ways + place] : 0;
      floats[ways + place] = met(meet, own, dab);
      floats[along] = floats[c + EXTRAS_32.along];
      floats[at] = Math.max(below, floats[ways + place]);
    } else floats[at] = met(meet, below, dab);
    const share = ceiling * dab.share;
    if (tints) paint(floats, tints / 4 + 4 * place, floats, c + EXTRAS_32.colour, { below, share });
  });
}

/** An engine whose rules are followed in float64, pixel by pixel. */
export function exactly(engine: InkEngine): InkEngine {
  engine.kernel.layThrough = (list, index, rule, count, tile, x, y, side) => {
    const { buffer } = engine.memory.memory;
    const views = { ...viewsAt(buffer), words: new Uint16Array(buffer) };
    for (let q = 0; q < count; q++)
      layOne(views, list + views.ints[index / 4 + q] * RECORD.bytes, rule + LAY_RULE.bytes + q * EXTRAS.bytes, rule, {
        tile,
        x,
        y,
        side,
      });
  };
  return engine;
}

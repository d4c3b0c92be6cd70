import { BLEND_MODES } from '../maths/blend-modes.ts';
import { chanceStart } from '../maths/hash.ts';
import { MEETS } from '../model/choices.ts';
import type { HeldGrains } from './held-grains.ts';
import { EXTRAS, EXTRAS_32, LAY_RULE, LAY_RULE_32 } from './layout.ts';
import type { InkMemory } from './memory.ts';
import type { LayRule } from './lay-rule.ts';

/** A rule with the extras of some dabs, in the memory of the ink. */
export interface WrittenRule {
  address: number;
  bytes: number;
}

const meets = (rule: LayRule): number => MEETS.indexOf(rule.meet);

/** Writes a rule, and the extras of some dabs, over the tile whose first pixel is (x, y). */
export function writeRule(
  { memory, grains, ways }: { memory: InkMemory; grains: HeldGrains; ways: number },
  dabs: Int32Array,
  { x, y, tints }: { x: number; y: number; tints: number },
  rule: LayRule,
): WrittenRule {
  const grainOf = rule.grainsOf(x, y);
  // grains first: to copy one may make the memory grow, which replaces the buffer
  const origins = new Int32Array(2 * dabs.length);
  dabs.forEach((dab, k) => {
    const field = grainOf(dab);
    if (field) origins.set([grains.origin(field), field.stride], 2 * k);
  });
  const bytes = LAY_RULE.bytes + dabs.length * EXTRAS.bytes;
  const address = memory.allocate(bytes);
  const floats = memory.floats(address, bytes / 4);
  const ints = new Int32Array(floats.buffer, address, bytes / 4);
  ints[LAY_RULE_32.meet] = meets(rule);
  ints[LAY_RULE_32.ways] = ways;
  ints[LAY_RULE_32.left] = rule.corner[0];
  ints[LAY_RULE_32.top] = rule.corner[1];
  ints[LAY_RULE_32.tints] = tints;
  for (let k = 0, at = LAY_RULE_32.bytes; k < dabs.length; k++, at += EXTRAS_32.bytes) {
    ints[at + EXTRAS_32.grain] = origins[2 * k];
    ints[at + EXTRAS_32.grainStride] = origins[2 * k + 1];
    writeExtra(ints, floats, at, dabs[k], rule);
  }
  return { address, bytes };
}

/** What a dab has of its own besides its grain. */
function writeExtra(ints: Int32Array, floats: Float32Array, at: number, dab: number, rule: LayRule): void {
  const { colours, ways } = rule;
  floats[at + EXTRAS_32.depth] = rule.depthOf(dab);
  ints[at + EXTRAS_32.blend] = BLEND_MODES.indexOf(rule.blendOf(dab));
  for (let c = 0; c < 3; c++) floats[at + EXTRAS_32.colour + c] = colours ? colours[3 * dab + c] : 0;
  floats[at + EXTRAS_32.colour + 3] = 1;
  floats[at + EXTRAS_32.along] = ways ? ways.alongPx[dab] : 0;
  floats[at + EXTRAS_32.since] = ways ? ways.alongPx[dab] - ways.reachPx[dab] : 0;
  ints[at + EXTRAS_32.start] = rule.meet === 'dissolve' ? chanceStart(rule.seed, dab, 0) : 0;
}

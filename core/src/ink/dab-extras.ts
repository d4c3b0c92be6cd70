import type { GrainField } from './grain.ts';
import { EXTRAS, EXTRAS_32 } from './layout.ts';
import type { InkMemory } from './memory.ts';
import type { LayRule } from './lay-by-rule.ts';

/** Whether a rule is one that the kernel follows: dabs build up, at most through grains that are multiplied, or in colours. */
export const isThrough = (rule: LayRule): boolean => rule.meet === 'build' && !rule.ways && rule.multiplies;

/** Copies of grains in the memory of the ink, each once; freed together. */
export class HeldGrains {
  private readonly memory: InkMemory;
  private readonly held = new Map<Float32Array, number>();

  constructor(memory: InkMemory) {
    this.memory = memory;
  }

  /** Where the value of a grain at sheet pixel (0, 0) lies, or would lie, modulo 2^32. */
  origin({ values, x0, y0, stride }: GrainField): number {
    let address = this.held.get(values);
    if (address === undefined) {
      address = this.memory.allocate(values.byteLength);
      this.memory.floats(address, values.length).set(values);
      this.held.set(values, address);
    }
    return (address - 4 * (Math.imul(y0, stride) + x0)) | 0;
  }

  free(): void {
    for (const [values, address] of this.held) this.memory.free(address, values.byteLength);
    this.held.clear();
  }
}

/** Writes the extras of some dabs over the tile whose first pixel is (x, y); gives their address. */
export function writeDabExtras(
  memory: InkMemory,
  grains: HeldGrains,
  dabs: readonly number[],
  { x, y }: { x: number; y: number },
  rule: LayRule,
): number {
  const grainOf = rule.grainsOf(x, y);
  // grains first: to copy one may make the memory grow, which replaces the buffer
  const fields = dabs.map((dab) => grainOf(dab));
  const origins = fields.map((field) => (field ? grains.origin(field) : 0));
  const address = memory.allocate(Math.max(1, dabs.length) * EXTRAS.bytes);
  const floats = memory.floats(address, EXTRAS_32.bytes * dabs.length);
  const ints = new Int32Array(memory.memory.buffer, address, EXTRAS_32.bytes * dabs.length);
  dabs.forEach((dab, k) => {
    const at = EXTRAS_32.bytes * k;
    ints[at + EXTRAS_32.grain] = origins[k];
    ints[at + EXTRAS_32.grainStride] = fields[k]?.stride ?? 0;
    floats[at + EXTRAS_32.depth] = rule.depthOf(dab);
    floats.set(rule.colours ? rule.colours.subarray(3 * dab, 3 * dab + 3) : [0, 0, 0], at + EXTRAS_32.colour);
    floats[at + EXTRAS_32.colour + 3] = 1;
  });
  return address;
}

import type { GrainField } from './grain.ts';
import type { InkMemory } from './memory.ts';
import type { LayRule } from './lay-freely.ts';

/**
 * What a dab carries besides its record where it is laid through a grain or in a colour of its own: 32 bytes.
 *
 *   0 address of the grain at sheet pixel (0, 0), modulo 2^32; 4 its stride, 0 for no grain  i32
 *   8 depth 0..1                                                                            f32
 *  16 r, g, b, 1                                                                            f32
 */
export const COMPANION_BYTES = 32;

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

/** Writes the companions of some dabs over the tile whose first pixel is (x, y); gives their address. */
export function writeCompanions(
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
  const address = memory.allocate(Math.max(1, dabs.length) * COMPANION_BYTES);
  const floats = memory.floats(address, 8 * dabs.length);
  const ints = new Int32Array(memory.memory.buffer, address, 8 * dabs.length);
  dabs.forEach((dab, k) => {
    const at = 8 * k;
    ints[at] = origins[k];
    ints[at + 1] = fields[k]?.stride ?? 0;
    floats[at + 2] = rule.depthOf(dab);
    floats.set(rule.colours ? rule.colours.subarray(3 * dab, 3 * dab + 3) : [0, 0, 0], at + 4);
    floats[at + 7] = 1;
  });
  return address;
}

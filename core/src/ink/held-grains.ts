import type { GrainField } from './grain.ts';
import type { InkMemory } from './memory.ts';

/** So much of grains is kept from one time to the next, bytes: sixty-four tiles. */
const MOST_BYTES = 16 * 1024 * 1024;

/** Copies of grains in the memory of the ink, each once: strokes and coats mostly share them, and so does the next sheet. */
export class HeldGrains {
  private readonly memory: InkMemory;
  /** the last that was asked for comes last */
  private readonly held = new Map<Float32Array, number>();
  private bytes = 0;

  constructor(memory: InkMemory) {
    this.memory = memory;
  }

  /** Where the values of a grain lie, until the next `trim`. */
  address(values: Float32Array): number {
    const known = this.held.get(values);
    const address = known ?? this.memory.allocate(values.byteLength);
    if (known === undefined) {
      this.memory.floats(address, values.length).set(values);
      this.bytes += values.byteLength;
    } else this.held.delete(values);
    this.held.set(values, address);
    return address;
  }

  /** Where the value of a grain at sheet pixel (0, 0) lies, or would lie, modulo 2^32. */
  origin({ values, x0, y0, stride }: GrainField): number {
    return (this.address(values) - 4 * (Math.imul(y0, stride) + x0)) | 0;
  }

  /** Gives up those that were not asked for lately; once nothing is laid or printed with them. */
  trim(): void {
    for (const [values, address] of this.held) {
      if (this.bytes <= MOST_BYTES) return;
      this.memory.free(address, values.byteLength);
      this.held.delete(values);
      this.bytes -= values.byteLength;
    }
  }
}

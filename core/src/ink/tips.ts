import type { Plate } from '../raster/raster.ts';
import { levelBytes, writeLevel } from './entry.ts';
import type { InkMemory } from './memory.ts';
import { Tip, type TipLevel } from './tip.ts';

/** The tips of plates, and their levels in the memory of the ink. */
export class Tips {
  private readonly memory: InkMemory;
  private readonly tips = new WeakMap<Plate, Tip>();
  private readonly levels = new Map<TipLevel, number>();

  constructor(memory: InkMemory) {
    this.memory = memory;
  }

  /** The tip of a plate; built once per plate object. */
  of(plate: Plate): Tip {
    const tip = this.tips.get(plate) ?? new Tip(plate);
    this.tips.set(plate, tip);
    return tip;
  }

  /** Where a level of a tip lies. */
  address(tip: Tip, level: TipLevel): number {
    let address = this.levels.get(level);
    if (address === undefined) {
      address = this.memory.allocate(levelBytes(level));
      writeLevel(this.memory.memory.buffer, address, tip, level);
      this.levels.set(level, address);
    }
    return address;
  }

  /** Keeps the levels of these tips, and no longer what more of them would be blended from. */
  rest(plates: readonly Plate[]): void {
    for (const plate of plates) this.tips.get(plate)?.dropOctaves();
  }

  /** Frees the levels of tips that are not among `plates`, so that a long session does not fill the memory. */
  keepOnly(plates: readonly Plate[]): void {
    const kept = new Set(plates.flatMap((plate) => [...(this.tips.get(plate)?.builtLevels() ?? [])]));
    for (const [level, address] of this.levels)
      if (!kept.has(level)) {
        this.memory.free(address, levelBytes(level));
        this.levels.delete(level);
      }
  }
}

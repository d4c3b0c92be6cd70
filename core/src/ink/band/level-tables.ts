import type { Plate } from '../../raster/raster.ts';
import type { Kernel } from '../kernel-interface.ts';
import type { InkMemory } from '../memory.ts';
import { sizeAt } from './band-level.ts';
import type { PieceLevels } from './levels.ts';

/** A level stands in a table by its quarter octaves along: address, width, height. */
const WORDS = 3;
const MOST_LEVELS = 80;
const TABLE_BYTES = 4 * WORDS * MOST_LEVELS;
/** The kernel writes up to three numbers behind the last one. */
const SPARE_BYTES = 16;

/** What is made of one plate: addresses. */
interface OfPlate {
  /** of its values, 16 bit */
  values: number;
  /** of a row of float64 */
  sums: number;
  /** of tables, by quarter octaves across */
  tables: Map<number, number>;
  /** of the plate at full height, by quarter octaves along */
  narrow: Map<number, number>;
  blocks: { address: number; bytes: number }[];
}

/** The levels of plates that bands are laid with, where the kernel makes and reads them: those of band-level.ts, as wanted. */
export class LevelTables {
  private readonly memory: InkMemory;
  private readonly kernel: Kernel;
  private readonly plates = new Map<Plate, OfPlate>();

  constructor(memory: InkMemory, kernel: Kernel) {
    this.memory = memory;
    this.kernel = kernel;
  }

  private block(blocks: OfPlate['blocks'], bytes: number): number {
    const address = this.memory.allocate(bytes);
    blocks.push({ address, bytes });
    return address;
  }

  private of(plate: Plate): OfPlate {
    const known = this.plates.get(plate);
    if (known) return known;
    const { data, width } = plate;
    const blocks: OfPlate['blocks'] = [];
    const values = this.block(blocks, data.byteLength);
    this.memory.words(values, data.length).set(data);
    const made = { values, sums: this.block(blocks, 8 * (width + 4)), tables: new Map(), narrow: new Map(), blocks };
    this.plates.set(plate, made);
    return made;
  }

  /** The address of the table of a plate that is reduced so much across. */
  table({ plate, across }: PieceLevels): number {
    const { tables, blocks } = this.of(plate);
    const known = tables.get(across);
    if (known !== undefined) return known;
    const table = this.block(blocks, TABLE_BYTES);
    this.memory.bytes(table, TABLE_BYTES).fill(0);
    tables.set(across, table);
    return table;
  }

  private narrowed(plate: Plate, quarters: number): number {
    const { narrow, values, blocks } = this.of(plate);
    const known = narrow.get(quarters);
    if (known !== undefined) return known;
    const width = sizeAt(plate.width, quarters);
    const rows = this.block(blocks, 4 * width * plate.height + SPARE_BYTES);
    this.kernel.bandNarrowed?.(values, plate.width, plate.height, width, rows);
    narrow.set(quarters, rows);
    return rows;
  }

  /** Puts a level into its table, unless it is there. */
  put(table: number, { plate, across }: PieceLevels, quarters: number): void {
    const entry = () => new Int32Array(this.memory.memory.buffer, table + 4 * WORDS * quarters, WORDS);
    if (entry()[0]) return;
    const [width, height] = [sizeAt(plate.width, quarters), sizeAt(plate.height, across)];
    const { sums, blocks } = this.of(plate);
    const rows = this.narrowed(plate, quarters);
    const level = this.block(blocks, 4 * width * height + SPARE_BYTES);
    this.kernel.bandLowered?.(rows, width, plate.height, height, sums, level);
    entry().set([level, width, height]);
  }

  keepOnly(plates: readonly Plate[]): void {
    for (const [plate, { blocks }] of this.plates) {
      if (plates.includes(plate)) continue;
      for (const { address, bytes } of blocks) this.memory.free(address, bytes);
      this.plates.delete(plate);
    }
  }
}

import { PAGE_BYTES, webAssembly, type WasmMemory } from '../wasm/module.ts';

const MAX_PAGES = 32768;
const SMALLEST = 1024;
/** Bytes kept free above the last block: masked lanes of the kernel may read past a tip, never past the memory. */
const GUARD = 16 * 1024 * 1024;

/** Pages to begin with: what kernels need to start; it grows with what is laid. */
const FIRST_PAGES = 288;

/**
 * Blocks in one linear memory that both kernels work on. Sizes are powers of two, each block lies at a multiple of its size,
 * and one that is freed joins its free neighbour to one twice as large (buddy system; Knuth, The Art of Computer Programming,
 * vol. 1, 2.5). Growing replaces the buffer: views are made anew after every allocation, never kept.
 */
export class InkMemory {
  readonly memory: WasmMemory;
  private top = SMALLEST;
  /** sizes of free blocks by address */
  private readonly blocks = new Map<number, number>();
  /** addresses by size, the last that was freed on top; some of them are not free any more */
  private readonly stacks = new Map<number, number[]>();

  /** `shared`: threads see the same memory, so that they can help. */
  constructor(shared = false) {
    this.memory = new (webAssembly().Memory)({ initial: FIRST_PAGES, maximum: MAX_PAGES, shared });
  }

  /** Bytes up to the last block that was ever handed out. */
  get usedBytes(): number {
    return this.top;
  }

  private sizeClass(bytes: number): number {
    let size = SMALLEST;
    while (size < bytes) size *= 2;
    return size;
  }

  private put(address: number, size: number): void {
    this.blocks.set(address, size);
    const stack = this.stacks.get(size);
    if (stack) stack.push(address);
    else this.stacks.set(size, [address]);
  }

  /** A free block of just this size, which is free no more. */
  private taken(size: number): number | undefined {
    const stack = this.stacks.get(size) ?? [];
    for (let address = stack.pop(); address !== undefined; address = stack.pop())
      if (this.blocks.get(address) === size) {
        this.blocks.delete(address);
        return address;
      }
    return undefined;
  }

  /** The first part of the smallest free block that is large enough; what is left of it stays free. */
  private partOf(size: number): number | undefined {
    for (let whole = size; whole <= this.top; whole *= 2) {
      const address = this.taken(whole);
      if (address === undefined) continue;
      for (let half = whole / 2; half >= size; half /= 2) this.put(address + half, half);
      return address;
    }
    return undefined;
  }

  /** A new block above all others; what it leaves out to lie at a multiple of its size is free. */
  private above(size: number): number {
    const address = Math.ceil(this.top / size) * size;
    const end = address + size;
    const missing = end + GUARD - this.memory.buffer.byteLength;
    if (missing > 0) this.memory.grow(Math.ceil(missing / PAGE_BYTES) + 32);
    let at = this.top;
    this.top = end;
    for (let part = SMALLEST; at < address; part *= 2)
      if (at % (2 * part) !== 0) {
        this.free(at, part);
        at += part;
      }
    return address;
  }

  /** Address of a block of at least `bytes`; its contents are whatever was there. Throws RangeError when memory is full. */
  allocate(bytes: number): number {
    const size = this.sizeClass(bytes);
    return this.partOf(size) ?? this.above(size);
  }

  free(address: number, bytes: number): void {
    let at = address;
    let size = this.sizeClass(bytes);
    for (;;) {
      // the address is a multiple of the size, so its neighbour is one more or one less of it
      const other = at % (2 * size) === 0 ? at + size : at - size;
      if (this.blocks.get(other) !== size) break;
      this.blocks.delete(other);
      at = Math.min(at, other);
      size *= 2;
    }
    this.put(at, size);
  }

  floats(address: number, count: number): Float32Array {
    return new Float32Array(this.memory.buffer, address, count);
  }
  words(address: number, count: number): Uint16Array {
    return new Uint16Array(this.memory.buffer, address, count);
  }
  bytes(address: number, count: number): Uint8Array {
    return new Uint8Array(this.memory.buffer, address, count);
  }
}

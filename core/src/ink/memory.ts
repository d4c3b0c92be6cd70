import { PAGE_BYTES, webAssembly, type WasmMemory } from '../wasm/module.ts';

const MAX_PAGES = 32768;
const SMALLEST = 1024;
/** Bytes kept free above the last block: masked lanes of the kernel may read past a tip, never past the memory. */
const GUARD = 16 * 1024 * 1024;

/**
 * Blocks in one linear memory that both kernels work on. Sizes are rounded up to powers of two and freed blocks are
 * used again. Growing replaces the buffer: views are made anew after every allocation, never kept.
 */
export class InkMemory {
  readonly memory: WasmMemory;
  private top = SMALLEST;
  private readonly freed = new Map<number, number[]>();

  /** `shared`: threads see the same memory, so that they can help. */
  constructor(shared = false) {
    this.memory = new (webAssembly().Memory)({ initial: 512, maximum: MAX_PAGES, shared });
  }

  get usedBytes(): number {
    return this.top;
  }

  private sizeClass(bytes: number): number {
    let size = SMALLEST;
    while (size < bytes) size *= 2;
    return size;
  }

  /** Address of a block of at least `bytes`; its contents are whatever was there. Throws RangeError when memory is full. */
  allocate(bytes: number): number {
    const size = this.sizeClass(bytes);
    const again = this.freed.get(size)?.pop();
    if (again !== undefined) return again;
    const address = this.top;
    const end = address + size;
    const missing = end + GUARD - this.memory.buffer.byteLength;
    if (missing > 0) this.memory.grow(Math.ceil(missing / PAGE_BYTES) + 32);
    this.top = end;
    return address;
  }

  free(address: number, bytes: number): void {
    const size = this.sizeClass(bytes);
    const list = this.freed.get(size);
    if (list) list.push(address);
    else this.freed.set(size, [address]);
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

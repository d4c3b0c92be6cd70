import { KERNEL_BYTES } from './kernel-binary.ts';

/** The part of the WebAssembly interface that is needed, so that core depends on no environment's types. */
export interface WasmMemory {
  readonly buffer: ArrayBuffer;
  grow(pages: number): number;
}
interface WasmNamespace {
  Memory: new (limits: { initial: number; maximum: number; shared?: boolean }) => WasmMemory;
  Module: new (bytes: Uint8Array) => object;
  Instance: new (module: object, imports: object) => { exports: object };
}

export const webAssembly = (): WasmNamespace => (globalThis as unknown as { WebAssembly: WasmNamespace }).WebAssembly;

/** Bytes of a page of memory. */
export const PAGE_BYTES = 65536;

let bytes: Uint8Array = KERNEL_BYTES;
/** By whether it works on memory that threads share. */
let compiled: Record<'own' | 'shared', object | undefined> = { own: undefined, shared: undefined };

/** Gives the kernel to a program that was built without it, before anything is computed. */
export function provideKernel(kernel: Uint8Array): void {
  bytes = kernel;
  compiled = { own: undefined, shared: undefined };
}

/** How a memory with a limit is imported: "env", "memory", a memory, and a flag of how it is limited (WebAssembly, binary format). */
const IMPORTED = '\x03env\x06memory\x02\x01';
const SHARED_FLAG = 3;

/** The same kernel for a memory that threads share: one byte says which it is. */
function forShared(kernel: Uint8Array): Uint8Array {
  const sought = Array.from(IMPORTED, (char) => char.charCodeAt(0));
  const at = kernel.findIndex((_, i) => sought.every((byte, k) => kernel[i + k] === byte));
  if (at < 0) throw new Error('no memory is imported');
  const made = kernel.slice();
  made[at + sought.length - 1] = SHARED_FLAG;
  return made;
}

/** Whether threads share a memory. */
const isShared = ({ buffer }: WasmMemory): boolean =>
  typeof SharedArrayBuffer !== 'undefined' && (buffer as unknown) instanceof SharedArrayBuffer;

/**
 * The inner loops over a memory; compiled once, however many memories they work on. Undefined where there is no WebAssembly
 * with SIMD, or no kernel in what was built.
 */
export function kernelOver(memory: WasmMemory): object | undefined {
  try {
    const wasm = webAssembly();
    const kind = isShared(memory) ? 'shared' : 'own';
    const module = (compiled[kind] ??= new wasm.Module(kind === 'shared' ? forShared(bytes) : bytes));
    return new wasm.Instance(module, { env: { memory, abort: () => undefined } }).exports;
  } catch {
    return undefined;
  }
}

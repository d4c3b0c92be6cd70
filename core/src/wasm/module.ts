import { KERNEL_BYTES } from './kernel-binary.ts';

/** The part of the WebAssembly interface that is needed, so that core depends on no environment's types. */
export interface WasmMemory {
  readonly buffer: ArrayBuffer;
  grow(pages: number): number;
}
interface WasmNamespace {
  Memory: new (limits: { initial: number; maximum: number }) => WasmMemory;
  Module: new (bytes: Uint8Array) => object;
  Instance: new (module: object, imports: object) => { exports: object };
}

export const webAssembly = (): WasmNamespace => (globalThis as unknown as { WebAssembly: WasmNamespace }).WebAssembly;

/** Bytes of a page of memory. */
export const PAGE_BYTES = 65536;

let bytes: Uint8Array = KERNEL_BYTES;
let compiled: object | undefined;

/** Gives the kernel to a program that was built without it, before anything is computed. */
export function provideKernel(kernel: Uint8Array): void {
  bytes = kernel;
  compiled = undefined;
}

/**
 * The inner loops over a memory; compiled once, however many memories they work on. Undefined where there is no WebAssembly
 * with SIMD, or no kernel in what was built.
 */
export function kernelOver(memory: WasmMemory): object | undefined {
  try {
    const wasm = webAssembly();
    compiled ??= new wasm.Module(bytes);
    return new wasm.Instance(compiled, { env: { memory, abort: () => undefined } }).exports;
  } catch {
    return undefined;
  }
}

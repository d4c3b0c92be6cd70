import { KERNEL_BYTES } from './kernel-binary.ts';
import { plainKernel } from './kernel-plain.ts';
import { webAssembly, type InkMemory } from './memory.ts';

/** The inner loops; addresses are bytes in the engine's memory. Both kernels give the same bits. */
export interface Kernel {
  lay(
    list: number,
    index: number,
    count: number,
    tile: number,
    originX: number,
    originY: number,
    width: number,
    height: number,
  ): void;
  blend(coverage: number, out: number, count: number, r: number, g: number, b: number): void;
  fill(out: number, count: number, r: number, g: number, b: number, a: number): void;
  bytes(from: number, to: number, count: number): void;
  multiplyAdd(a: number, b: number, count: number, c: number): void;
}

export type KernelChoice = 'wasm' | 'plain';

/** The WebAssembly kernel over the memory, or its plain twin where WebAssembly SIMD is missing or not wanted. */
export function kernelFor(memory: InkMemory, choice: KernelChoice): Kernel {
  if (choice === 'plain') return plainKernel(memory);
  try {
    const wasm = webAssembly();
    const module = new wasm.Module(KERNEL_BYTES);
    return new wasm.Instance(module, { env: { memory: memory.memory, abort: () => undefined } }).exports as Kernel;
  } catch {
    return plainKernel(memory);
  }
}

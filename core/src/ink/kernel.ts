import type { Kernel, KernelChoice } from './kernel-interface.ts';
import { KERNEL_BYTES } from './kernel-binary.ts';
import { plainKernel } from './kernel-plain.ts';
import { webAssembly, type InkMemory } from './memory.ts';

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

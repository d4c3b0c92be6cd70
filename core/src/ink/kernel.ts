import { kernelOver } from '../wasm/module.ts';
import type { Kernel, KernelChoice } from './kernel-interface.ts';
import { plainKernel } from './kernel-plain.ts';
import type { InkMemory } from './memory.ts';

/** The WebAssembly kernel over the memory, or its plain twin where WebAssembly SIMD is missing or not wanted. */
export const kernelFor = (memory: InkMemory, choice: KernelChoice): Kernel =>
  ((choice === 'wasm' && kernelOver(memory.memory)) || plainKernel(memory)) as Kernel;

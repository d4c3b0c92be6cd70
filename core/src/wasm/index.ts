export { PAGE_BYTES, kernelOver, provideKernel, webAssembly, type WasmMemory } from './module.ts';
export { scratchAside, scratchFor, wantScratch, type Scratch } from './scratch.ts';

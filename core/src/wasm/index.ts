export { PAGE_BYTES, kernelOver, webAssembly, type WasmMemory } from './module.ts';
export { MOST_BYTES, scratch, wantScratch, type Scratch } from './scratch.ts';

export { BRUSHES } from './brushes.ts';
export type { DemoBrush, SourceKey } from './demo-brush.ts';
export { makeBrush } from './make-brush.ts';
export { SOURCES, type DemoSource } from './sources.ts';

export { BRUSHES } from './brushes.ts';
export type { DemoBrush, DemoOrigin, SourceKey } from './demo-brush.ts';
export { makeBrushes, type MadeBrush } from './make-brush.ts';
export { SOURCES, type DemoSource } from './sources.ts';

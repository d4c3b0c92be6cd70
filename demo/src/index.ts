export { BRUSHES } from './brushes.ts';
export { DRAWER_NOTES } from './drawers.ts';
export type { DemoBrush, DemoOrigin, SourceKey } from './demo-brush.ts';
export { makeBrushes, type MadeBrush } from './make-brush.ts';
export { SOURCES, type DemoSource } from './sources.ts';

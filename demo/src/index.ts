export { BRUSHES } from './brushes.ts';
export type { DemoBrush } from './demo-brush.ts';
export { SOURCES, type DemoSource } from './sources.ts';

export { BRUSHES, type DemoBrush } from './brushes.ts';
export { SOURCES, type DemoSource } from './sources.ts';

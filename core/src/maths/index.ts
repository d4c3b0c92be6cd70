export { BLEND_MODES, type BlendMode } from './blend-modes.ts';
export { partsOf, toLch } from './colour.ts';
export { type Curve, STRAIGHT, curveFunction } from './curve.ts';
export { hash32 } from './hash.ts';
export { Lru } from './lru.ts';
export { mean } from './measures.ts';

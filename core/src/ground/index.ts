export { BLENDS, type Lie, MAX_BLUR_PX, PLAIN_LIE, SCENE_LAYERS, type SceneLayer, isPlainLie } from './lie.ts';
export { type GroundLayer, GroundStack, type LyingInk, coverBox } from './stack.ts';

export {
  BLENDS,
  PLACES,
  type GroundPlacement,
  MAX_BLUR_PX,
  PLAIN_PLACEMENT,
  SCENE_LAYERS,
  type SceneLayer,
} from './placement.ts';
export { type GroundLayer, GroundStack, type PlacedInk, coverBox, isPlainPlacement } from './stack.ts';

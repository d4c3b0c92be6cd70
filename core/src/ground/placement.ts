import { string, type InferType } from 'yup';
import { finite, shape } from '../model/check.ts';

/** The layers of the scene, back to front. A picture of the user's is one layer. */
export const SCENE_LAYERS = ['sky', 'panes', 'figure', 'floor'] as const;
export type SceneLayer = (typeof SCENE_LAYERS)[number];

/** Where ink lies on a ground with layers; `uncover`: it takes a cover away that lies over all of them. */
export const PLACES = ['front', 'behind', 'clipped', 'uncover'] as const;

/** How ink meets what it lies on: modes of the W3C compositing standard, and the trade's subtract and dissolve. */
export const BLENDS = [
  'normal',
  'multiply',
  'screen',
  'overlay',
  'darken',
  'lighten',
  'difference',
  'soft-light',
  'plus-lighter',
  'subtract',
  'dissolve',
] as const;

export const MAX_BLUR_PX = 24;

export const groundPlacementSchema = shape({
  place: string().oneOf(PLACES).default('front'),
  /** which layer it lies in front of, behind or clipped to */
  layer: string().oneOf(SCENE_LAYERS).default('floor'),
  blend: string().oneOf(BLENDS).default('normal'),
  opacityPct: finite().min(0).max(100).default(100),
  /** deviation of a slight blur afterwards, px of the sheet */
  blurPx: finite().min(0).max(MAX_BLUR_PX).default(0),
});
/** How ink lies on the ground. */
export interface GroundPlacement extends InferType<typeof groundPlacementSchema> {}

export const PLAIN_PLACEMENT: Readonly<GroundPlacement> = groundPlacementSchema.getDefault();

import { string } from 'yup';
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

/** How ink lies on the ground. */
export interface GroundPlacement {
  place: (typeof PLACES)[number];
  /** which layer it lies in front of, behind or clipped to */
  layer: SceneLayer;
  blend: (typeof BLENDS)[number];
  opacityPct: number;
  /** deviation of a slight blur afterwards, px of the sheet */
  blurPx: number;
}
export const MAX_BLUR_PX = 24;

export const PLAIN_PLACEMENT: Readonly<GroundPlacement> = {
  place: 'front',
  layer: 'floor',
  blend: 'normal',
  opacityPct: 100,
  blurPx: 0,
};

export const groundPlacementSchema = shape({
  place: string().oneOf(PLACES).default(PLAIN_PLACEMENT.place),
  layer: string().oneOf(SCENE_LAYERS).default(PLAIN_PLACEMENT.layer),
  blend: string().oneOf(BLENDS).default(PLAIN_PLACEMENT.blend),
  opacityPct: finite().min(0).max(100).default(PLAIN_PLACEMENT.opacityPct),
  blurPx: finite().min(0).max(MAX_BLUR_PX).default(PLAIN_PLACEMENT.blurPx),
});

/** Whether ink simply lies over everything: then a plain ground needs no putting together. */
export const isPlainPlacement = ({ place, blend, opacityPct, blurPx }: GroundPlacement): boolean =>
  place !== 'uncover' && blend === 'normal' && opacityPct === 100 && blurPx === 0;

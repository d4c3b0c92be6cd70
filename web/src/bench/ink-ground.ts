import { DEFAULT_COVER, type SheetState } from '@amber-stamp/core/bench';
import { SCENE_LAYERS, type SceneLayer } from '@amber-stamp/core/ground';
import type { Ground } from '@amber-stamp/core/ink';
import figure from '../../painted/figure.webp';
import floor from '../../painted/floor.webp';
import panes from '../../painted/panes.webp';
import sky from '../../painted/sky.webp';
import { sourceUrl } from '../api/queries.ts';
import type { InkGround } from '../engine/protocol/ink.ts';

/** Longer side that a picture of the user's is fetched at to lie under strokes. */
const PICTURE_SIDE = 1600;

const PAINTED: Record<SceneLayer, string> = { sky, panes, figure, floor };
const SCENE = SCENE_LAYERS.map((name) => ({ name, url: PAINTED[name] }));

/** What lies under strokes, as the ink worker asks for it. */
export function inkGround(on: Ground | SheetState): InkGround {
  if (typeof on === 'string') return { paper: on, layers: [], cover: DEFAULT_COVER, covered: false };
  const { ground: paper, picture, cover, lie } = on;
  const covered = lie.place === 'uncover';
  if (paper === 'scene') return { paper, layers: SCENE, cover, covered };
  const layers = paper === 'picture' && picture ? [{ name: 'picture', url: sourceUrl(picture, PICTURE_SIDE) }] : [];
  return { paper, layers, cover, covered };
}

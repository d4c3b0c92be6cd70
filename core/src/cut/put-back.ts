import type { Placement } from './placement.ts';
import { plainBrush, type Brush } from '../model/brush-schema.ts';
import type { PenStroke } from '../model/strokes.ts';

/** How a picture lies on a sheet: sheet px = left + scale x picture px. */
interface PictureOnSheet {
  scale: number;
  left: number;
  top: number;
}

/**
 * One dab of a plate exactly where it was cut from, on a sheet that its picture lies under: the stroke, and a brush that
 * prints the plate as it was cut, in the ink of `brush`. `longerPx` is the longer side of the plate.
 */
export function putBack(
  brush: Brush,
  plate: string,
  longerPx: number,
  place: Placement,
  { scale, left, top }: PictureOnSheet,
): { brush: Brush; stroke: PenStroke } {
  const made = plainBrush('as it was cut', plate, brush.seed);
  const [coat] = made.coats;
  const { properties } = coat;
  const ink = { ...coat.ink, colour: brush.coats[0].ink.colour };
  const once = {
    ...coat,
    ink,
    properties: {
      ...properties,
      size: { ...properties.size, rest: longerPx * place.scale * scale, low: 100, high: 100, drivers: [] },
      angle: { ...properties.angle, rest: ((place.angleDeg + 180) % 360) - 180, low: 0, high: 0, drivers: [] },
      flow: { ...properties.flow, rest: 100, low: 100, high: 100, drivers: [] },
      opacity: { ...properties.opacity, rest: 100, low: 100, high: 100, drivers: [] },
      mirrorX: { chance: place.mirrored ? 1 : 0, muted: false },
    },
  };
  const point = {
    x: left + place.x * scale,
    y: top + place.y * scale,
    t: 0,
    pressure: 1,
    tiltX: 0,
    tiltY: 0,
    twist: 0,
  };
  return { brush: { ...made, coats: [once] }, stroke: { points: [point] } };
}

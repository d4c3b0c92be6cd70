import { okLab, partsOf } from '../maths/colour.ts';
import { clamp } from '../maths/ramps.ts';
import { hasAlpha, sampleScale, type Picture } from '../raster/picture.ts';
import { raster, type Raster } from '../raster/raster.ts';

/** How near each pixel is to a colour: 1 at the colour itself, 0 from `reachPct` of the way from black to white on. */
export function likeness(picture: Picture, colour: string, reachPct: number): Raster {
  const { width, height, channels, data } = picture;
  const scale = sampleScale(picture);
  const goal = new Float64Array(3);
  const lab = new Float64Array(3);
  okLab(...partsOf(colour), goal);
  const alphaAt = hasAlpha(picture) ? channels - 1 : -1;
  const [green, blue] = channels >= 3 ? [1, 2] : [0, 0];
  const reach = Math.max(0.01, reachPct / 100);
  const target = raster(width, height);
  for (let i = 0, p = 0; i < target.data.length; i++, p += channels) {
    okLab(data[p] * scale, data[p + green] * scale, data[p + blue] * scale, lab);
    const dl = lab[0] - goal[0];
    const da = lab[1] - goal[1];
    const db = lab[2] - goal[2];
    const alpha = alphaAt < 0 ? 1 : data[p + alphaAt] * scale;
    target.data[i] = clamp(1 - Math.sqrt(dl * dl + da * da + db * db) / reach) * alpha;
  }
  return target;
}

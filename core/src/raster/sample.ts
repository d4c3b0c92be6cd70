import { raster, type Raster } from './raster.ts';

/** Bilinear value at (x, y) in px, pixel centres at whole numbers; beyond the border nothing. */
export function valueAt({ width, height, data }: Raster, x: number, y: number): number {
  const x0 = Math.floor(x);
  const y0 = Math.floor(y);
  if (x0 < -1 || y0 < -1 || x0 >= width || y0 >= height) return 0;
  const fx = x - x0;
  const fy = y - y0;
  const left = x0 >= 0;
  const right = x0 + 1 < width;
  const top = y0 >= 0;
  const low = y0 + 1 < height;
  const at = y0 * width + x0;
  const a = top && left ? data[at] : 0;
  const b = top && right ? data[at + 1] : 0;
  const c = low && left ? data[at + width] : 0;
  const d = low && right ? data[at + width + 1] : 0;
  const upper = a + (b - a) * fx;
  return upper + (c + (d - c) * fx - upper) * fy;
}

/** The raster pulled through a map: `where` writes the place in the source of each target pixel into `place`. */
export function pulled(
  source: Raster,
  width: number,
  height: number,
  where: (x: number, y: number, place: Float64Array) => void,
): Raster {
  const target = raster(width, height);
  const place = new Float64Array(2);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      where(x, y, place);
      target.data[y * width + x] = valueAt(source, place[0], place[1]);
    }
  return target;
}

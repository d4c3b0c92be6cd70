/** A gray picture, row by row; 0 prints nothing, 1 prints fully; heights may lie outside. */
export interface Raster {
  width: number;
  height: number;
  data: Float32Array;
}

export const raster = (width: number, height: number): Raster => ({
  width,
  height,
  data: new Float32Array(width * height),
});

/** A prepared gray image at full depth: what a tip is made from. 65535 prints fully. */
export interface Plate {
  width: number;
  height: number;
  data: Uint16Array;
}

/** Narrows a raster to 16 bit; values outside 0..1 are clamped. */
export function toPlate(source: Raster): Plate {
  const data = new Uint16Array(source.data.length);
  for (let i = 0; i < data.length; i++) {
    const v = source.data[i];
    data[i] = v >= 1 ? 65535 : v > 0 ? Math.floor(v * 65535 + 0.5) : 0;
  }
  return { width: source.width, height: source.height, data };
}

export function fromPlate(plate: Plate): Raster {
  const target = raster(plate.width, plate.height);
  for (let i = 0; i < plate.data.length; i++) target.data[i] = plate.data[i] / 65535;
  return target;
}

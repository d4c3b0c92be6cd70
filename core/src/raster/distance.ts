const FAR = 1e12;

/** Lower envelope of parabolas along one line, in place (Felzenszwalb and Huttenlocher 2012). */
function squared(line: Float64Array, n: number, places: Int32Array, borders: Float64Array, out: Float64Array): void {
  let k = 0;
  places[0] = 0;
  borders[0] = -FAR;
  borders[1] = FAR;
  for (let q = 1; q < n; q++) {
    let s = 0;
    for (;;) {
      const p = places[k];
      s = (line[q] + q * q - (line[p] + p * p)) / (2 * (q - p));
      if (s > borders[k] || k === 0) break;
      k--;
    }
    if (s > borders[k]) k++;
    else k = 0;
    places[k] = q;
    borders[k] = k === 0 ? -FAR : s;
    borders[k + 1] = FAR;
  }
  k = 0;
  for (let q = 0; q < n; q++) {
    while (borders[k + 1] < q) k++;
    const d = q - places[k];
    out[q] = d * d + line[places[k]];
  }
}

/** Euclidean distance in px from each pixel's centre to the centre of the nearest pixel of the set; far when it is empty. */
export function distanceTo(inSet: Uint8Array, width: number, height: number): Float32Array {
  const longest = Math.max(width, height);
  const line = new Float64Array(longest);
  const out = new Float64Array(longest);
  const places = new Int32Array(longest);
  const borders = new Float64Array(longest + 1);
  const field = new Float64Array(inSet.length);
  for (let x = 0; x < width; x++) {
    for (let y = 0; y < height; y++) line[y] = inSet[y * width + x] ? 0 : FAR;
    squared(line, height, places, borders, out);
    for (let y = 0; y < height; y++) field[y * width + x] = out[y];
  }
  const distance = new Float32Array(inSet.length);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) line[x] = field[y * width + x];
    squared(line, width, places, borders, out);
    for (let x = 0; x < width; x++) distance[y * width + x] = Math.sqrt(out[x]);
  }
  return distance;
}

/** Which pixels print above a threshold, as 0 and 1. */
export function maskOf(data: Float32Array, threshold: number): Uint8Array {
  const mask = new Uint8Array(data.length);
  for (let i = 0; i < data.length; i++) mask[i] = data[i] > threshold ? 1 : 0;
  return mask;
}

/**
 * Connected pieces of a raster, in the order of core/src/raster/pieces.ts. Of `most` runs in a row of int32 each: where they
 * begin, where they end, an earlier run of their piece or themselves, and their piece.
 */

/** The first run of a piece; the way is halved as it is walked. */
function first(parent: usize, run: i32): i32 {
  let earlier = load<i32>(parent + (<usize>run << 2));
  while (earlier !== run) {
    const next = load<i32>(parent + (<usize>earlier << 2));
    store<i32>(parent + (<usize>run << 2), next);
    run = next;
    earlier = load<i32>(parent + (<usize>run << 2));
  }
  return run;
}

/** Makes two runs one piece, whose first run is the earlier one. */
function join(parent: usize, a: i32, b: i32): void {
  const x = first(parent, a), y = first(parent, b);
  store<i32>(parent + (<usize>max(x, y) << 2), min(x, y));
}

// @ts-ignore: decorator
@inline
function prints(data: usize, at: i32, threshold: f64): bool {
  return <f64>load<f32>(data + (<usize>at << 2)) > threshold;
}

/**
 * Finds the runs above a threshold row by row and joins each to those it touches in the row above, corners included; gives
 * how many there are.
 */
export function pieceRuns(data: usize, width: i32, height: i32, threshold: f64, runs: usize, most: i32): i32 {
  const ends = runs + (<usize>most << 2);
  const parent = ends + (<usize>most << 2);
  let count = 0, above = 0;
  for (let y = 0; y < height; y++) {
    const row = y * width, end = row + width, here = count;
    let up = above;
    for (let x = row; x < end; x++) {
      if (!prints(data, x, threshold)) continue;
      const begin = x;
      while (x < end && prints(data, x, threshold)) x++;
      const own = <usize>count << 2;
      store<i32>(runs + own, begin);
      store<i32>(ends + own, x);
      store<i32>(parent + own, count);
      // of the row above: runs that end left of this one are done with, one that reaches beyond it meets the next too
      while (up < here && load<i32>(ends + (<usize>up << 2)) < begin - width) up++;
      for (let k = up; k < here && load<i32>(runs + (<usize>k << 2)) <= x - width; k++) join(parent, k, count);
      count++;
    }
    above = here;
  }
  return count;
}

/** Numbers the pieces 1, 2, ... in the order of their first runs; gives how many there are. */
export function namePieces(runs: usize, most: i32, count: i32): i32 {
  const parent = runs + (<usize>most << 3);
  const names = parent + (<usize>most << 2);
  let pieces = 0;
  for (let run = 0; run < count; run++) {
    const from = first(parent, run);
    const name = from === run ? ++pieces : load<i32>(names + (<usize>from << 2));
    store<i32>(names + (<usize>run << 2), name);
  }
  return pieces;
}

/** Writes the piece of each value to `label`, and how large each is to `area`; both hold nothing yet. */
export function labelPieces(runs: usize, most: i32, count: i32, label: usize, area: usize): void {
  const ends = runs + (<usize>most << 2);
  const names = ends + (<usize>most << 3);
  for (let run: usize = 0; run < <usize>count << 2; run += 4) {
    const begin = load<i32>(runs + run), end = load<i32>(ends + run), name = load<i32>(names + run);
    for (let i = begin; i < end; i++) store<i32>(label + (<usize>i << 2), name);
    const sum = area + (<usize>name << 2);
    store<i32>(sum, load<i32>(sum) + end - begin);
  }
}

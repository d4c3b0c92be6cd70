import { sinCosTurns } from '../../maths/angles.ts';
import type { Place } from '../outline.ts';

/** x' = a x + c y + e, y' = b x + d y + f. */
export interface Affine {
  a: number;
  b: number;
  c: number;
  d: number;
  e: number;
  f: number;
}

export const PLAIN: Affine = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 };

/** First `inner`, then `outer`. */
export const after = (outer: Affine, inner: Affine): Affine => ({
  a: outer.a * inner.a + outer.c * inner.b,
  b: outer.b * inner.a + outer.d * inner.b,
  c: outer.a * inner.c + outer.c * inner.d,
  d: outer.b * inner.c + outer.d * inner.d,
  e: outer.a * inner.e + outer.c * inner.f + outer.e,
  f: outer.b * inner.e + outer.d * inner.f + outer.f,
});

export const moved = (e: number, f: number): Affine => ({ ...PLAIN, e, f });

const sinCos = new Float64Array(2);

/** Turns clockwise by degrees on a sheet whose y points down, and scales. */
export function turned(degrees: number, scale = 1): Affine {
  sinCosTurns(degrees / 360, sinCos);
  const [s, c] = sinCos;
  return { a: c * scale, b: s * scale, c: -s * scale, d: c * scale, e: 0, f: 0 };
}

export const apply = ({ a, b, c, d, e, f }: Affine, [x, y]: Place): Place => [a * x + c * y + e, b * x + d * y + f];

/** The other way round. What it undoes must not be flat. */
export function inverse({ a, b, c, d, e, f }: Affine): Affine {
  const det = a * d - b * c;
  return {
    a: d / det,
    b: -b / det,
    c: -c / det,
    d: a / det,
    e: (c * f - d * e) / det,
    f: (b * e - a * f) / det,
  };
}

/** How many times larger it makes things. */
export const scaleOf = ({ a, b, c, d }: Affine): number => Math.sqrt(Math.abs(a * d - b * c));

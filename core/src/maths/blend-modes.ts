/** How a value (b) blends with the one below it (a), both 0..1. */
export type BlendFunction = (a: number, b: number) => number;

/** The separable blend modes of W3C Compositing and Blending Level 1, and add and subtract: the one table of them. */
export const BLEND_FUNCTIONS = {
  normal: (_, b) => b,
  multiply: (a, b) => a * b,
  screen: (a, b) => a + b - a * b,
  overlay: (a, b) => (a <= 0.5 ? 2 * a * b : 1 - 2 * (1 - a) * (1 - b)),
  darken: Math.min,
  lighten: Math.max,
  'color-dodge': (a, b) => (a === 0 ? 0 : b >= 1 ? 1 : Math.min(1, a / (1 - b))),
  'color-burn': (a, b) => (a >= 1 ? 1 : b <= 0 ? 0 : 1 - Math.min(1, (1 - a) / b)),
  'hard-light': (a, b) => (b <= 0.5 ? 2 * a * b : 1 - 2 * (1 - a) * (1 - b)),
  'soft-light': (a, b) => {
    if (b <= 0.5) return a - (1 - 2 * b) * a * (1 - a);
    const d = a <= 0.25 ? ((16 * a - 12) * a + 4) * a : Math.sqrt(a);
    return a + (2 * b - 1) * (d - a);
  },
  difference: (a, b) => Math.abs(a - b),
  exclusion: (a, b) => a + b - 2 * a * b,
  add: (a, b) => Math.min(1, a + b),
  subtract: (a, b) => Math.max(0, a - b),
} satisfies Record<string, BlendFunction>;

export type BlendMode = keyof typeof BLEND_FUNCTIONS;
export const BLEND_MODES = Object.keys(BLEND_FUNCTIONS) as readonly BlendMode[];

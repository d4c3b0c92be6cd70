/**
 * What lies in the memory that the kernel and TypeScript share: byte offsets, little endian. core/kernel/layout.ts says the
 * same, and a test holds the two equal.
 */

/** A dab as `place` reads it. */
export const ENTRY = {
  /** f64: middle and extent, sheet px */
  x: 0,
  y: 8,
  width: 16,
  height: 24,
  /** f64: clockwise, 1 = 360 degrees */
  turns: 32,
  /** u32: address of the head of its level */
  level: 40,
  /** i32: 1 across, 2 down */
  mirrors: 44,
  /** f32: 0..1 */
  opacity: 48,
  flow: 52,
  bytes: 64,
} as const;

/** What stands before the texels of a level. */
export const LEVEL = {
  /** f64: eight half planes of the hull */
  hull: 0,
  /** f64: texels of the whole plate; a fraction where the plate's side is odd */
  across: 64,
  down: 72,
  /** i32: bits behind the point of its texture coordinates, and texels in a row */
  bits: 80,
  stride: 84,
  bytes: 128,
} as const;

/** A placed dab as `lay` reads it. */
export const RECORD = {
  /** i32: its box in sheet px; bottom and right are outside */
  top: 0,
  bottom: 4,
  left: 8,
  right: 12,
  /** i32: steps of the texture coordinates for one px to the right and down, fixed point */
  duX: 16,
  dvX: 20,
  duY: 24,
  dvY: 28,
  /** i32: texture coordinates at the centre of sheet pixel (0, 0), modulo 2^32 */
  u: 32,
  v: 36,
  /** u32: address of the texels, and texels in a row */
  texels: 40,
  stride: 44,
  /** f32: 0..1; flow divided by 65535 */
  opacity: 48,
  flow: 52,
  /** i32: bits behind the point of the texture coordinates; f32: two to the minus that */
  bits: 56,
  scale: 60,
  /** f64: the span of a row: x >= bound + slope (y - top) for four lower bounds, x <= for four upper ones */
  lower: 64,
  lowerSlopes: 96,
  upper: 128,
  upperSlopes: 160,
  bytes: 192,
} as const;

/** What dabs do besides building up in one ink; their extras follow it. */
export const LAY_RULE = {
  /** i32: its place in MEETS */
  meet: 0,
  /** u32: where the coverage of the present way lies over the tile, and behind it how far along the path it was; 0 for none */
  ways: 4,
  /** i32: the sheet's pixel in the window's corner */
  left: 8,
  top: 12,
  /** u32: where the mean colours of the tile lie, 0 for none */
  tints: 16,
  bytes: 32,
} as const;

/** What a dab carries besides its record where it is laid by a rule. */
export const EXTRAS = {
  /** i32: address of the grain at sheet pixel (0, 0), modulo 2^32; numbers in a row of it, 0 for no grain */
  grain: 0,
  grainStride: 4,
  /** f32: 0..1 */
  depth: 8,
  /** i32: the place of its blend in BLEND_MODES */
  blend: 12,
  /** f32: r, g, b, 1 */
  colour: 16,
  /** f32: how far along the path it lies, px, and from where on what lies there belongs to the same way */
  along: 32,
  since: 36,
  /** i32: the state of the hash that its chances begin from */
  start: 40,
  bytes: 48,
} as const;

/** Where a lamp is told. */
export const LAMP_LAYOUT = {
  /** f32: the way to it, and half way to it from the eye */
  toX: 0,
  toY: 4,
  toZ: 8,
  halfX: 12,
  halfY: 16,
  halfZ: 20,
  /** f32: the shine of what lies flat, the share of light from everywhere, the gloss */
  flatShine: 24,
  ambient: 28,
  gloss: 32,
  bytes: 36,
} as const;
/** A coverage that is printed over what lies below. */
export const COVERED = {
  /** u32: addresses of float32, a number for each pixel of its tile, and of the colour of each, 0 for one colour */
  coverage: 0,
  tints: 4,
  /** i32: the box of the tile outside of which it covers nothing, x0 and x1 multiples of four */
  x0: 8,
  y0: 12,
  x1: 16,
  y1: 20,
  /** f32: r, g, b, 1 */
  colour: 32,
  bytes: 48,
} as const;
/** A tile while a band is laid. */
export const BAND_TILE = {
  /** u32: address of float32, a number for each pixel */
  coverage: 0,
  /** u32: address of what waits */
  waiting: 4,
  /** u32: addresses of i32 for each row: from px of the tile, up to px */
  first: 8,
  end: 12,
  /** i32: its first pixel on the sheet */
  x: 16,
  y: 20,
  bytes: 32,
} as const;

/** A straight piece of a band. */
export const PIECE = {
  /** f64: both ends, sheet px, with their directions */
  fromX: 0,
  fromY: 8,
  fromTx: 16,
  fromTy: 24,
  toX: 32,
  toY: 40,
  toTx: 48,
  toTy: 56,
  /** f64: half the width at its beginning, and how much more at its end, px */
  half: 64,
  narrows: 72,
  /** f64: the way up to it and along it, px */
  way: 80,
  along: 88,
  /** f64: where it begins on the plate, and how far on it ends, shares */
  u: 96,
  span: 104,
  /** f64: rows of the table along it */
  rows: 112,
  /** f64: ways that are no further apart are one, px */
  reach: 120,
  /** f64: plate px along it */
  texels: 128,
  /** f64: how much further the lines across its ends, and its sides, lie for each px down; NaN where they bound no row */
  leanFrom: 136,
  leanTo: 144,
  leanSide: 152,
  /** f64: how far beyond its middle a row is looked at, px */
  sideReach: 160,
  /** f64: lengths above this, up to that, are served by the present level, px */
  low: 168,
  high: 176,
  /** i32: the row of its beginning */
  fromRow: 184,
  /** i32: px */
  plateWidth: 188,
  /** i32: 1 where it is so */
  bends: 192,
  wraps: 196,
  opens: 200,
  ends: 204,
  /** u32: address of the lines at corners: f64 x, y, normal, and 1 before them; i32: how many */
  mitres: 208,
  mitreCount: 212,
  /** u32: address of the levels by quarter octaves along: u32 address, i32 width, i32 height of each */
  levels: 216,
  /** u32: addresses of f64 opacity and flow of each row, 0..1; 0 where a rule lays */
  ceilings: 220,
  flows: 224,
  /** i32: columns of the sheet that it is looked for in, both inside */
  left: 228,
  right: 232,
  /** i32: the present level, and the pixel to go on with; x is -1 for a whole row */
  level: 236,
  y: 240,
  x: 244,
  /** i32: the row after the last */
  untilY: 248,
  bytes: 256,
} as const;

type Words<T> = { readonly [K in keyof T]: number };

/** A layout counted in numbers of so many bytes, for views of such numbers. */
const counted = <T extends Record<string, number>>(layout: T, bytes: number): Words<T> =>
  Object.freeze(Object.fromEntries(Object.entries(layout).map(([name, at]) => [name, at / bytes]))) as Words<T>;

/** Places of 32-bit numbers. */
export const ENTRY_32 = counted(ENTRY, 4);
export const LEVEL_32 = counted(LEVEL, 4);
export const RECORD_32 = counted(RECORD, 4);
export const EXTRAS_32 = counted(EXTRAS, 4);
export const LAY_RULE_32 = counted(LAY_RULE, 4);
export const COVERED_32 = counted(COVERED, 4);
export const LAMP_32 = counted(LAMP_LAYOUT, 4);
export const BAND_TILE_32 = counted(BAND_TILE, 4);
export const PIECE_32 = counted(PIECE, 4);
/** Places of 64-bit numbers. */
export const ENTRY_64 = counted(ENTRY, 8);
export const LEVEL_64 = counted(LEVEL, 8);
export const RECORD_64 = counted(RECORD, 8);
export const PIECE_64 = counted(PIECE, 8);

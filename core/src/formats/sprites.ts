import potpack from 'potpack';
import { AmberError } from '../errors.ts';
import type { Plate } from '../raster/raster.ts';
import { MAX_PLATE_SIDE } from './png.ts';
import type { TipForm } from './tip-files.ts';

/** A tip on a sprite sheet. Lengths in px of the sheet. */
export interface SpriteFrame {
  name: string;
  /** where its pixels lie, without padding and bleed */
  x: number;
  y: number;
  width: number;
  height: number;
  /** the middle of the dab, from the frame's own corner */
  pivot: { x: number; y: number };
  /** sides of the whole plate: what is blank around the frame was left out */
  plate: { width: number; height: number };
}

/** What a sprite sheet says of itself, kept beside its picture as JSON. */
export interface SpriteSheet {
  format: 'amber-stamp/sprites';
  version: 1;
  image: string;
  width: number;
  height: number;
  bits: 8 | 16;
  /** what prints fully: white as plates are kept, or black */
  prints: 'white' | 'black';
  /** px of the sheet for one of the plate */
  scale: number;
  padding: number;
  bleed: number;
  frames: SpriteFrame[];
}

export interface SpriteWish {
  /** blank px between frames */
  padding: number;
  /** px by which a frame's outermost pixels are repeated around it, so that nothing foreign is blended in */
  bleed: number;
}

interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** The part of a plate that prints at all; one pixel of a blank one. */
function printed({ width, height, data }: Plate): Box {
  let [left, top, right, bottom] = [width, height, -1, -1];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      if (data[y * width + x] === 0) continue;
      left = Math.min(left, x);
      right = Math.max(right, x);
      top = Math.min(top, y);
      bottom = y;
    }
  if (right < 0) return { x: 0, y: 0, width: 1, height: 1 };
  return { x: left, y: top, width: right - left + 1, height: bottom - top + 1 };
}

/** Copies a part of a plate to a place of the sheet, its outermost pixels repeated `bleed` px around. */
function put(sheet: Plate, plate: Plate, part: Box, at: { x: number; y: number }, bleed: number): void {
  const clamped = (v: number, most: number) => Math.max(0, Math.min(most, v));
  for (let y = -bleed; y < part.height + bleed; y++) {
    const from = (part.y + clamped(y, part.height - 1)) * plate.width + part.x;
    const to = (at.y + y) * sheet.width + at.x;
    for (let x = -bleed; x < part.width + bleed; x++)
      sheet.data[to + x] = plate.data[from + clamped(x, part.width - 1)];
  }
}

/**
 * Packs tips onto one sheet (placed by the packing package, largest first), what is blank around each left out.
 * The same tips give the same sheet. Throws picture-too-large where they do not fit on one.
 */
export function packSprites(
  tips: readonly { name: string; plate: Plate }[],
  { padding, bleed }: SpriteWish,
): { sheet: Plate; frames: SpriteFrame[] } {
  const parts = tips.map(({ plate }) => printed(plate));
  const room = 2 * bleed + padding;
  const boxes = parts.map(({ width, height }) => ({ w: width + room, h: height + room, x: 0, y: 0 }));
  // it puts them into an order of its own; the last padding at the right and below is not needed
  const { w, h } = potpack([...boxes]);
  const [width, height] = [w - padding, h - padding];
  if (Math.max(width, height) > MAX_PLATE_SIDE)
    throw new AmberError(
      'picture-too-large',
      `These tips do not fit on one sheet of ${MAX_PLATE_SIDE} x ${MAX_PLATE_SIDE} px; take fewer, or save each by itself.`,
      'tips',
    );
  const sheet: Plate = { width, height, data: new Uint16Array(width * height) };
  const frames = tips.map(({ name, plate }, i) => {
    const part = parts[i];
    const at = { x: boxes[i].x + bleed, y: boxes[i].y + bleed };
    put(sheet, plate, part, at, bleed);
    return {
      name,
      ...at,
      width: part.width,
      height: part.height,
      pivot: { x: plate.width / 2 - part.x, y: plate.height / 2 - part.y },
      plate: { width: plate.width, height: plate.height },
    };
  });
  return { sheet, frames };
}

/** What a sprite sheet says of itself. `image`: the name of its picture. */
export const describeSprites = (
  image: string,
  { sheet, frames }: { sheet: Pick<Plate, 'width' | 'height'>; frames: SpriteFrame[] },
  { bits, blackPrints }: TipForm,
  { padding, bleed }: SpriteWish,
): SpriteSheet => ({
  format: 'amber-stamp/sprites',
  version: 1,
  image,
  width: sheet.width,
  height: sheet.height,
  bits,
  prints: blackPrints ? 'black' : 'white',
  scale: 1,
  padding,
  bleed,
  frames,
});

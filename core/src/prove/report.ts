import type { Plates } from '../ink/coat.ts';
import type { Brush } from '../model/brush.ts';
import type { Plate } from '../raster/raster.ts';
import type { Flaw } from '../flaws/flaw.ts';
import { SIGHT, sightOf } from '../flaws/sight.ts';
import type { Echo } from './echo.ts';

/** A box in px of a plate. */
export interface PlateBox {
  x: number;
  y: number;
  w: number;
  h: number;
}

/** Where a flaw lies on its plate, whole px, cut off at the frame. */
export function boxOnPlate(plate: Plate, { box }: Flaw): PlateBox {
  const { left, top, side } = sightOf(plate);
  const scale = side / SIGHT;
  const place = (px: number, from: number, most: number) => Math.max(0, Math.min(most, Math.round(px * scale + from)));
  const x = place(box.x0, left, plate.width);
  const y = place(box.y0, top, plate.height);
  return {
    x,
    y,
    w: Math.max(1, place(box.x1 + 1, left, plate.width) - x),
    h: Math.max(1, place(box.y1 + 1, top, plate.height) - y),
  };
}

/** What is weaker than this is no give-away that is told. */
const TOLD = 1;

interface GiveAwayReport extends PlateBox {
  what: string;
  /** only where a brush has several coats */
  coat?: number;
  card: number;
  strength: number;
}

export interface EchoReport {
  echo: number;
  outline: number;
  inside: number;
  grain: number;
  giveAways: GiveAwayReport[];
}

const tenth = (v: number): number => Math.round(v * 10) / 10;

/** An echo as it is written into files: numbers to a tenth, give-aways in px of their plates. */
export function echoReport(echo: Echo, brush: Brush, plates: Plates): EchoReport {
  return {
    echo: tenth(echo.echo),
    outline: tenth(echo.outline),
    inside: tenth(echo.inside),
    grain: tenth(echo.grain),
    giveAways: echo.giveAways
      .filter(({ strength }) => strength >= TOLD)
      .map(({ flaw, coat, card, strength }) => ({
        what: flaw.what,
        ...(brush.coats.length > 1 ? { coat } : {}),
        card,
        ...boxOnPlate(plates.get(brush.coats[coat].deck.cards[card].plate) as Plate, flaw),
        strength: tenth(strength),
      })),
  };
}

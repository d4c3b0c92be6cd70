import type { Plates } from '../ink/coat.ts';
import type { Brush } from '../model/brush-schema.ts';
import type { Plate } from '../raster/raster.ts';
import type { Flaw } from '../flaws/flaw.ts';
import { ANALYSIS_SIDE, analysedTip } from '../flaws/analysed-tip.ts';
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
  const { left, top, side } = analysedTip(plate);
  const scale = side / ANALYSIS_SIDE;
  const place = (px: number, from: number, most: number) => Math.max(0, Math.min(most, Math.round(px * scale + from)));
  const x = place(box.x0, left, plate.width);
  const y = place(box.y0, top, plate.height);
  return {
    x,
    y,
    w: Math.max(1, place(box.x1, left, plate.width) - x),
    h: Math.max(1, place(box.y1, top, plate.height) - y),
  };
}

/** What is weaker than this is no give-away that is told. */
const TOLD = 1;

/** A place of a plate that gives a stroke away. */
interface PlaceReport extends PlateBox {
  what: string;
  /** only where a brush has several coats */
  coat?: number;
  card: number;
  strength: number;
}

/** A grain whose tile, or a band that, is seen again after so many px of the sheet. */
interface PeriodReport {
  what: 'grain' | 'repeat';
  periodPx: number;
  strength: number;
}

export interface EchoReport {
  echo: number;
  outline: number;
  inside: number;
  grain: number;
  texture: number;
  giveAways: (PlaceReport | PeriodReport)[];
}

/** A number as reports hold it. */
export const tenth = (v: number): number => Math.round(v * 10) / 10;

/** The box of what prints on a plate. */
export function printedBox(plate: Plate): PlateBox {
  const { left, top, side } = analysedTip(plate);
  const [x, y] = [Math.max(0, left), Math.max(0, top)];
  return { x, y, w: Math.min(plate.width, left + side) - x, h: Math.min(plate.height, top + side) - y };
}

/** An echo as it is written into files: numbers to a tenth, give-aways in px of their plates, the strongest first. */
export function echoReport(echo: Echo, brush: Brush, plates: Plates): EchoReport {
  const plateOf = (coat: number, card: number) => plates.get(brush.coats[coat].deck.cards[card].plate) as Plate;
  const placed = (what: string, coat: number, card: number, box: PlateBox, strength: number): PlaceReport => ({
    what,
    ...(brush.coats.length > 1 ? { coat } : {}),
    card,
    ...box,
    strength,
  });
  const { whole, grain, grainPx, repeatPx } = echo;
  const all: EchoReport['giveAways'] = [
    ...echo.giveAways.map(({ flaw, coat, card, strength }) =>
      placed(flaw.what, coat, card, boxOnPlate(plateOf(coat, card), flaw), strength),
    ),
    ...(whole
      ? [placed('outline', whole.coat, whole.card, printedBox(plateOf(whole.coat, whole.card)), whole.strength)]
      : []),
    ...(repeatPx > 0
      ? [{ what: 'repeat' as const, periodPx: tenth(repeatPx), strength: Math.max(echo.inside, echo.outline) }]
      : []),
    ...(grainPx > 0 ? [{ what: 'grain' as const, periodPx: tenth(grainPx), strength: grain }] : []),
  ];
  return {
    echo: tenth(echo.echo),
    outline: tenth(echo.outline),
    inside: tenth(echo.inside),
    grain: tenth(echo.grain),
    texture: tenth(echo.texture),
    giveAways: all
      .filter(({ strength }) => strength >= TOLD)
      .sort((a, b) => b.strength - a.strength)
      .map((g) => ({ ...g, strength: tenth(g.strength) })),
  };
}

import { unmutedCoats } from '../model/brush.ts';
import type { Brush } from '../model/brush-schema.ts';
import type { PenStroke, Strokes } from '../model/strokes.ts';
import { LAMP } from '../relief/shade.ts';
import type { DabTable } from '../vary/dab-table.ts';
import { dabsOf } from '../vary/dabs.ts';
import { groundColour, type Ground, type Plates } from './coat.ts';
import type { InkEngine } from './engine.ts';
import { SheetSession, type LaidSheet, type SheetOrder } from './sheet-session.ts';
import type { SheetSize } from './sheet-size.ts';
import { lightStrokes } from './thickness.ts';
import type { StrokePrint } from './types.ts';

/** A brush with the plates that it names. */
export interface BrushWithPlates {
  brush: Brush;
  plates: Plates;
}

export interface StrokeDabs {
  stroke: number;
  coat: number;
  dabs: DabTable;
}

/** The dabs of all strokes, in printing order: stroke by stroke, coat by coat. */
export function layOut(brush: Brush, { strokes }: { strokes: readonly PenStroke[] }, zoom = 1): StrokeDabs[] {
  return strokes.flatMap((stroke, s) =>
    unmutedCoats(brush).map((c) => ({ stroke: s, coat: c, dabs: dabsOf(brush, c, stroke, s, zoom) })),
  );
}

/** A sheet of dabs that were laid out with one brush, not lit. */
export function sheetOrder(
  { brush, plates }: BrushWithPlates,
  laidOut: readonly StrokeDabs[],
  size: SheetSize,
  ground: Ground | 'none',
  zoom = 1,
): SheetOrder {
  const byStroke = new Map<number, Map<number, DabTable>>();
  for (const { stroke, coat, dabs } of laidOut) {
    const coats = byStroke.get(stroke) ?? new Map<number, DabTable>();
    byStroke.set(stroke, coats.set(coat, dabs));
  }
  const strokes = [...byStroke].map(([number, coats]) => ({
    key: '',
    number,
    brush: 0,
    away: false,
    dabs: (coat: number) => coats.get(coat) as DabTable,
  }));
  return { brushes: [{ brush, plates, key: '' }], strokes, size, zoom, ground, lit: false };
}

/** Lays a sheet once, hands it to `use`, and frees it. */
export function layOnce<T>(engine: InkEngine, order: SheetOrder, use: (sheet: LaidSheet) => T): T {
  const session = new SheetSession(engine);
  const result = use(session.lay(order));
  session.clear();
  return result;
}

/** Prints a sheet by `use` and lights what stands on it by a raking lamp. */
function printed<T extends Uint8ClampedArray | Uint16Array>(
  engine: InkEngine,
  order: SheetOrder,
  use: (prints: StrokePrint[]) => T,
): T {
  return layOnce(engine, { ...order, lit: true }, ({ prints, strokes }) => {
    const result = use(prints);
    lightStrokes(engine, result, strokes, { ...order, lamp: LAMP });
    return result;
  });
}

/** Draws strokes with a brush on a ground: 8-bit RGBA bytes, the same in every environment. */
export function printSheet(
  engine: InkEngine,
  painted: BrushWithPlates,
  strokes: Strokes,
  ground: Ground,
  laidOut: readonly StrokeDabs[] = layOut(painted.brush, strokes),
): Uint8ClampedArray {
  return printed(engine, sheetOrder(painted, laidOut, strokes, ground), (prints) =>
    engine.toBytes(prints, groundColour(ground), strokes),
  );
}

/** Draws strokes as printSheet does, at 16 bit a channel; `none` gives ink with its coverage as alpha. */
export function printSheetWords(
  engine: InkEngine,
  painted: BrushWithPlates,
  strokes: Strokes,
  ground: Ground | 'none',
  laidOut: readonly StrokeDabs[] = layOut(painted.brush, strokes),
): Uint16Array {
  return printed(engine, sheetOrder(painted, laidOut, strokes, ground), (prints) =>
    engine.toWords(prints, ground === 'none' ? null : groundColour(ground), strokes),
  );
}

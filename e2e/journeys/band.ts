import { parseBench, type Bench } from '@amber-stamp/core/bench';
import { InkEngine, printSheet } from '@amber-stamp/core/ink';
import type { PenStroke, Brush } from '@amber-stamp/core/model';
import type { Plate } from '@amber-stamp/core/raster';
import { readPlateFile } from '@amber-stamp/core/exr';
import type { Page } from '@playwright/test';
import type { App } from '../app.ts';

/** A straight stroke along the middle of a sheet, pressed from the one pressure to the other. */
export const straight = (from: number, to: number, y: number, pressure: readonly [number, number]): PenStroke => ({
  points: Array.from({ length: 40 }, (_, k) => ({
    x: from + ((to - from) * k) / 39,
    y,
    t: k * 10,
    pressure: pressure[0] + ((pressure[1] - pressure[0]) * k) / 39,
    tiltX: 0,
    tiltY: 0,
    twist: 0,
  })),
});

/** How dark each pixel of a sheet is, 0..1. */
export interface Sheet {
  width: number;
  height: number;
  ink: Float64Array;
}

/** The bench as it is kept. */
export async function keptBench(page: Page, app: App): Promise<Bench> {
  const id = /brush\/([^/]+)/.exec(page.url())?.[1] ?? '';
  const open = (await (await fetch(`${app.url}/api/brushes/${id}`)).json()) as { version: { body: unknown } };
  return parseBench(open.version.body);
}

/** The brush on the bench as it is kept, printed by the engine itself on a sheet of its own. */
export async function printed(page: Page, app: App, strokes: readonly PenStroke[], height = 400): Promise<Sheet> {
  const { brush, plates: kept } = await keptBench(page, app);
  const plates = new Map<string, Plate>();
  for (const [name, { sha256 }] of Object.entries(kept))
    plates.set(
      name,
      readPlateFile(new Uint8Array(await (await fetch(`${app.url}/api/blobs/${sha256}`)).arrayBuffer()), name),
    );
  return sheetOf({ ...brush, steady: 0 }, plates, strokes, height);
}

function sheetOf(
  brush: Brush,
  plates: ReadonlyMap<string, Plate>,
  strokes: readonly PenStroke[],
  height: number,
): Sheet {
  const width = 1600;
  const pixels = printSheet(new InkEngine(), { brush, plates }, { width, height, strokes: [...strokes] }, 'white');
  const ink = Float64Array.from({ length: width * height }, (_, i) => 1 - pixels[4 * i] / 255);
  return { width, height, ink };
}

/** How much prints in each column of a sheet, between two rows. */
export const columns = ({ width, ink }: Sheet, top: number, bottom: number): number[] =>
  Array.from({ length: width }, (_, x) => {
    let sum = 0;
    for (let y = top; y < bottom; y++) sum += ink[y * width + x];
    return sum;
  });

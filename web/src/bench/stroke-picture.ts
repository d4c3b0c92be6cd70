import type { Bench } from '@amber-stamp/core/bench';
import type { Strokes } from '@amber-stamp/core/model';
import { drawPng } from '../engine/pool.ts';
import { useHand } from './hand.ts';
import { inkJob, keysOf, type ProofStroke } from './ink-job.ts';

/** Strokes on white paper as the brush on the bench prints them, where they name no other, as a picture file. */
async function pictureOf(
  bench: Bench,
  strokes: readonly ProofStroke[],
  sheet: { width: number; height: number },
  name: string,
): Promise<File> {
  const size = { width: Math.round(sheet.width), height: Math.round(sheet.height), zoom: 1 };
  const job = inkJob('taken over', { brush: bench.brush, plates: keysOf(bench) }, strokes, size, 'white');
  return new File([await drawPng(job)], `${bench.brush.name}, ${name}.png`, { type: 'image/png' });
}

/** The user's own strokes as they lie on the whole sheet. */
export function sheetPicture(bench: Bench): Promise<File> {
  return pictureOf(bench, bench.strokes, useHand.getState().paper, 'strokes');
}

/** Strokes that were kept by a name, with room around them for what is scattered beside the way. */
export function recordingPicture(bench: Bench, { width, height, strokes }: Strokes, name: string): Promise<File> {
  const room = bench.brush.coats[0].properties.size.rest;
  const moved = strokes.map((stroke) => ({
    ...stroke,
    points: stroke.points.map((p) => ({ ...p, x: p.x + room, y: p.y + room })),
  }));
  return pictureOf(bench, moved, { width: width + 2 * room, height: height + 2 * room }, name);
}

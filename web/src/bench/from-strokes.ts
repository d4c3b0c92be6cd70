import type { Bench, OwnStroke } from '@amber-stamp/core/bench';
import { makeRecipe, makeStep, makeStroke, type DrawnStroke } from '@amber-stamp/core/cut';
import { AmberError } from '@amber-stamp/core/errors';
import { asMade, emptySource } from '@amber-stamp/core/make';
import { brushFromMade, brushFromPicture } from './arrivals.ts';
import { presentBench, useBench } from './store.ts';
import { boxAround } from './stroke-box.ts';
import { sheetPicture } from './stroke-picture.ts';

/** Longer side of a plate that strokes are taken over to, px. */
const SIDE = 1024;
/** Dabs may be scattered beside the way, in shares of their size. */
const ROOM = 0.75;

/** How large the dabs of a stroke's lowest coat are, px. */
const sizeOf = (stroke: OwnStroke, bench: Bench): number =>
  (stroke.state?.brush ?? bench.brush).coats[0].properties.size.rest;

interface Box {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** The box around strokes with their dabs, px of the sheet. */
function boxOf(bench: Bench): Box {
  const { left, top, right, low } = boxAround(bench.strokes, (stroke) => sizeOf(stroke, bench) * ROOM);
  return { left, top, width: right - left, height: low - top };
}

/** The version that the bench is kept as, once everything is. */
function keptVersion(): Promise<string> {
  return new Promise((done) => {
    const look = () => {
      const { keep, standing } = useBench.getState();
      if (keep !== 'kept' || !standing) return false;
      done(standing.versionId);
      return true;
    };
    if (look()) return;
    const stop = useBench.subscribe(() => look() && stop());
  });
}

function drawnOf(stroke: OwnStroke, bench: Bench, box: Box, own: string): DrawnStroke {
  return makeStroke({
    brush: stroke.version ?? own,
    sizePct: Math.min(200, (100 * sizeOf(stroke, bench)) / Math.max(box.width, box.height)),
    out: stroke.away ?? false,
    number: stroke.number,
    points: stroke.points.map(({ x, y, pressure, tiltX, tiltY, t }) => [
      (x - box.left) / box.width,
      (y - box.top) / box.height,
      pressure,
      tiltX,
      tiltY,
      t,
    ]),
    width: stroke.width,
  });
}

/** A drawn tip of the user's own strokes: their box, their brushes, each still open to change. Gives the brush. */
export async function tipFromStrokes(): Promise<string | undefined> {
  const bench = presentBench();
  if (bench.strokes.length === 0) throw new AmberError('bad-value', 'There is no stroke of yours; draw some first.');
  const own = await keptVersion();
  const box = boxOf(bench);
  const scale = SIDE / Math.max(box.width, box.height);
  const empty = emptySource(Math.max(16, Math.round(box.width * scale)), Math.max(16, Math.round(box.height * scale)));
  const strokes = bench.strokes.map((stroke) => drawnOf(stroke, bench, box, own));
  return brushFromMade(empty, makeRecipe([...asMade().steps, makeStep('draw', { strokes })]));
}

/** A brush from the picture of the user's own strokes, as they lie on white paper. */
export const tipFromSheet = async (): Promise<string | undefined> =>
  brushFromPicture(await sheetPicture(presentBench()));

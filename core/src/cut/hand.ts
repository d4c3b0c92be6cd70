import { sinCosTurns } from '../maths/angles.ts';
import { clamp, smoothstep } from '../maths/ramps.ts';
import { InkEngine } from '../ink/engine.ts';
import { layOnce, sheetOrder, type BrushWithPlates } from '../ink/print.ts';
import { unmutedCoats } from '../model/brush.ts';
import { plainBrush, type Brush } from '../model/brush-schema.ts';
import type { PenPoint, PenStroke } from '../model/strokes.ts';
import { toPlate, raster, type Plate, type Raster } from '../raster/raster.ts';
import { dabsOf } from '../vary/dabs.ts';
import type { DrawnStroke } from './drawn.ts';

/** One engine for all that is drawn: its kernel and memory are made once. */
let engine: InkEngine | undefined;

const ROUND_SIDE = 256;
const ROUND = 'round.png';
const rounds = new Map<number, BrushWithPlates>();

/** A round tip of one softness, 0..1, that pressure makes smaller. */
function roundTip(softness: number): BrushWithPlates {
  const soft = Math.round(softness * 50) / 50;
  const there = rounds.get(soft);
  if (there) return there;
  const disc = raster(ROUND_SIDE, ROUND_SIDE);
  const radius = ROUND_SIDE / 2 - 1;
  const inner = Math.min(radius - 1, radius * (1 - soft));
  for (let y = 0; y < ROUND_SIDE; y++)
    for (let x = 0; x < ROUND_SIDE; x++) {
      const [dx, dy] = [x + 0.5 - ROUND_SIDE / 2, y + 0.5 - ROUND_SIDE / 2];
      disc.data[y * ROUND_SIDE + x] = 1 - smoothstep(inner, radius, Math.sqrt(dx * dx + dy * dy));
    }
  const brush = plainBrush('Round tip', ROUND);
  const { properties } = brush.coats[0];
  properties.size = { ...properties.size, low: 0, drivers: [{ by: 'pressure', share: 1, curve: [] }] };
  properties.spacing = { ...properties.spacing, rest: soft > 0.1 ? 12 : 6 };
  const made = { brush, plates: new Map<string, Plate>([[ROUND, toPlate(disc)]]) };
  rounds.set(soft, made);
  return made;
}

/** The brush with all its dabs `factor` times as large. */
const scaled = (brush: Brush, factor: number): Brush => ({
  ...brush,
  coats: brush.coats.map((coat) => ({
    ...coat,
    properties: { ...coat.properties, size: { ...coat.properties.size, rest: coat.properties.size.rest * factor } },
  })),
});

/** A drawn stroke as one of a hand on a raster, turned about the middle by so many turns. */
function strokeOf({ points, width }: DrawnStroke, { width: w, height: h }: Raster, turns: number): PenStroke {
  const sinCos = new Float64Array(2);
  sinCosTurns(turns, sinCos);
  const [s, c] = sinCos;
  return {
    width,
    points: points.map(([x, y, pressure, tiltX, tiltY, t]): PenPoint => {
      const [dx, dy] = [(x - 0.5) * w, (y - 0.5) * h];
      const [px, py] = turns === 0 ? [x * w, y * h] : [w / 2 + c * dx - s * dy, h / 2 + s * dx + c * dy];
      return { x: px, y: py, t: Math.max(0, t), pressure: clamp(pressure), tiltX, tiltY, twist: 0 };
    }),
  };
}

/** By how many sides a stroke is laid once more, so that what leaves on one side comes in on the other. */
function shiftsOf(stroke: DrawnStroke, { points }: PenStroke, target: Raster, sizePx: number): [number, number][] {
  if (stroke.wrap === 'none') return [[0, 0]];
  const xs = points.map(({ x }) => x);
  const ys = points.map(({ y }) => y);
  // dabs may be scattered as far as they are large
  const room = 2 * sizePx;
  const sides = (least: number, most: number, side: number, wraps: boolean): number[] =>
    wraps ? [-side, 0, side].filter((by) => by === 0 || (most + by > -room && least + by < side + room)) : [0];
  const across = sides(Math.min(...xs), Math.max(...xs), target.width, true);
  const down = sides(Math.min(...ys), Math.max(...ys), target.height, stroke.wrap === 'both ways');
  return across.flatMap((dx) => down.map((dy): [number, number] => [dx, dy]));
}

const moved = ({ points, ...rest }: PenStroke, dx: number, dy: number): PenStroke =>
  dx === 0 && dy === 0
    ? { points, ...rest }
    : { ...rest, points: points.map((p) => ({ ...p, x: p.x + dx, y: p.y + dy })) };

/** Paints a run of pixels: towards a value, or out. */
function paint(target: Raster, at: number, step: number, values: Float32Array, { out, value }: DrawnStroke): void {
  const { data } = target;
  for (let i = 0, j = at; i < values.length; i++, j += step)
    data[j] = out ? data[j] * (1 - value * values[i]) : data[j] + (value - data[j]) * values[i];
}

/** Lays one path with a brush, and its mirror images. */
function layPath(
  target: Raster,
  stroke: DrawnStroke,
  brush: Brush,
  plates: BrushWithPlates['plates'],
  path: PenStroke,
): void {
  engine ??= new InkEngine();
  const ink = engine;
  const { width, height } = target;
  const dabs = unmutedCoats(brush).map((coat) => ({
    stroke: stroke.number,
    coat,
    dabs: dabsOf(brush, coat, path, stroke.number),
  }));
  layOnce(ink, sheetOrder({ brush, plates }, dabs, target, 'none'), ({ prints }) => {
    for (const print of prints)
      ink.eachCovered(print, target, (row, from, values) => {
        for (let mirror = 0; mirror <= 3; mirror++) {
          if ((mirror & stroke.mirror) !== mirror) continue;
          const y = mirror & 2 ? height - 1 - row : row;
          const x = mirror & 1 ? width - 1 - from : from;
          paint(target, y * width + x, mirror & 1 ? -1 : 1, values, stroke);
        }
      });
  });
}

/** What a stroke is drawn with; undefined where its brush is not here. */
const toolOf = (stroke: DrawnStroke, brushes: ReadonlyMap<string, BrushWithPlates>): BrushWithPlates | undefined =>
  stroke.brush === '' ? roundTip(stroke.soft) : brushes.get(stroke.brush);

/** Draws one stroke on a raster; one whose brush is not here draws nothing. */
export function drawStroke(target: Raster, stroke: DrawnStroke, brushes: ReadonlyMap<string, BrushWithPlates>): void {
  const tool = toolOf(stroke, brushes);
  if (!tool) return;
  const sizePx = (stroke.sizePct * Math.max(target.width, target.height)) / 100;
  const brush = scaled(tool.brush, sizePx / tool.brush.coats[0].properties.size.rest);
  for (let k = 0; k < stroke.sectors; k++) {
    const path = strokeOf(stroke, target, k / stroke.sectors);
    for (const [dx, dy] of shiftsOf(stroke, path, target, sizePx))
      layPath(target, stroke, brush, tool.plates, moved(path, dx, dy));
  }
}

/** Lets go of what the engine holds for plates that no stroke is drawn with. */
export function forgetTools(strokes: readonly DrawnStroke[], brushes: ReadonlyMap<string, BrushWithPlates>): void {
  engine?.keepOnly(strokes.flatMap((stroke) => [...(toolOf(stroke, brushes)?.plates.values() ?? [])]));
}

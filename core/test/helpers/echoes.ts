import { InkEngine } from '@amber-stamp/core/ink';
import { parseBrush, type Brush, type PenStroke } from '@amber-stamp/core/model';
import { echoOf, meanEcho, measureStrip, standardStrips } from '@amber-stamp/core/prove';
import type { Echo } from '../../src/prove/echo.ts';
import type { Plate } from '@amber-stamp/core/raster';

const engine = new InkEngine();

export interface Strokes {
  /** percent */
  spacing: number;
  turn?: number;
  angle?: number;
  /** percent that sizes fall below the whole, and dabs are moved across and along */
  size?: number;
  scatter?: number;
  mirror?: boolean;
  deal?: string;
  flow?: number;
  opacity?: number;
  sizePx?: number;
  seed?: number;
  grain?: object;
  meet?: string;
}

const chance = [{ by: 'chance' }];

export function brushOf(tips: readonly Plate[], s: Strokes): { brush: Brush; plates: Map<string, Plate> } {
  const { turn = 0, size = 0, scatter = 0 } = s;
  const moved = { low: -scatter, high: scatter, drivers: scatter ? chance : [] };
  const brush = parseBrush({
    format: 'amber-stamp/brush',
    version: 1,
    seed: s.seed ?? 5,
    coats: [
      {
        deck: { deal: s.deal ?? 'chance', cards: tips.map((_, i) => ({ plate: `tip ${i}.png` })) },
        properties: {
          size: { rest: s.sizePx ?? 64, low: 100 - size, high: 100, drivers: size ? chance : [] },
          spacing: { rest: s.spacing },
          flow: { rest: s.flow ?? 80 },
          opacity: { rest: s.opacity ?? 100 },
          angle: { rest: s.angle ?? 0, follow: 'path', low: -turn, high: turn, drivers: turn ? chance : [] },
          across: moved,
          along: moved,
          mirrorX: { chance: s.mirror ? 0.5 : 0 },
        },
        ...(s.grain ? { grain: s.grain } : {}),
        ...(s.meet ? { meet: s.meet } : {}),
      },
    ],
  });
  return { brush, plates: new Map(tips.map((tip, i) => [`tip ${i}.png`, tip])) };
}

/** The echo along the standard stroke, the mean of so many seeds. */
export function echoWith(tips: readonly Plate[], s: Strokes, seeds = 1, more?: Map<string, Plate>): Echo {
  const { brush, plates } = brushOf(tips, s);
  const all = more ? new Map([...plates, ...more]) : plates;
  return meanEcho(standardStrips(engine, brush, all, { seeds }).map(measureStrip));
}

/** The echo along one given stroke. */
export function echoAlong(tips: readonly Plate[], s: Strokes, stroke: PenStroke): Echo {
  const { brush, plates } = brushOf(tips, s);
  return echoOf(engine, brush, plates, [stroke]);
}

import type { Rows, RecipeStep } from '@amber-stamp/core/cut';
import type Konva from 'konva';

/** The picture that handles lie on, in css px. */
export interface HandleProps {
  place: number;
  step: RecipeStep;
  width: number;
  height: number;
}

/** Handles lie on white paper in both looks. */
export const AMBER = '#8f4b00';
export const PAPER = '#f5efe4';

export const rowsOf = (step: RecipeStep, name: string): Rows => step[name] as Rows;

/** Where the pointer is, in shares of the picture's sides. */
export function shareAt(event: Konva.KonvaEventObject<unknown>): [number, number] | undefined {
  const stage = event.target.getStage();
  const at = stage?.getPointerPosition();
  return stage && at ? [at.x / stage.width(), at.y / stage.height()] : undefined;
}

/** Where the pointer has been since the event before, in shares of the picture's sides: a page that was busy hears of it at once. */
export function sharesAlong(event: Konva.KonvaEventObject<PointerEvent>): [number, number][] {
  const now = shareAt(event);
  const stage = event.target.getStage();
  const parts = event.evt.getCoalescedEvents?.() ?? [];
  if (!now || !stage || parts.length < 2) return now ? [now] : [];
  const last = parts[parts.length - 1];
  return parts.map((part) => [
    now[0] + (part.clientX - last.clientX) / stage.width(),
    now[1] + (part.clientY - last.clientY) / stage.height(),
  ]);
}

export const round = (v: number): number => Math.round(v * 10000) / 10000;

export const clamp = (v: number, low: number, high: number): number => Math.max(low, Math.min(high, v));
/** To half a percent: finer than a hand can place. */
export const half = (v: number): number => Math.round(v * 2) / 2;
/** The direction of a way, degrees clockwise from the right. */
export const turnedFrom = (dx: number, dy: number): number => Math.round((Math.atan2(dy, dx) * 180) / Math.PI);

/** What is dragged on a picture. */
export const PEG = {
  radius: 6,
  fill: PAPER,
  stroke: AMBER,
  strokeWidth: 2,
  hitStrokeWidth: 10,
  draggable: true,
} as const;

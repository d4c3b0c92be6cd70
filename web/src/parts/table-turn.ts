import type { KeyboardEvent } from 'react';

const DEG_PER_PX = 0.4;
const KEY_DEG = 6;

const STEEPEST = 85;

interface Turn {
  yawDeg: number;
  pitchDeg: number;
}

/** What stands on a table, turned on: never quite from above or below. */
export const turnedOn = ({ yawDeg, pitchDeg }: Turn, yaw: number, pitch: number): Turn => ({
  yawDeg: yawDeg + yaw,
  pitchDeg: Math.max(-STEEPEST, Math.min(STEEPEST, pitchDeg + pitch)),
});

/** Turns what stands on a table: by so many degrees about its upright axis, and so far towards the eye. */
export type TurnBy = (yaw: number, pitch: number) => void;

/** Turns it as the hand drags, px. */
export const turnByDrag = (turnBy: TurnBy, dx: number, dy: number): void => turnBy(-dx * DEG_PER_PX, dy * DEG_PER_PX);

/** Turns it by the arrows. */
export function turnByKeys(turnBy: TurnBy, event: KeyboardEvent): void {
  const by = {
    ArrowLeft: [KEY_DEG, 0],
    ArrowRight: [-KEY_DEG, 0],
    ArrowUp: [0, -KEY_DEG],
    ArrowDown: [0, KEY_DEG],
  }[event.key];
  if (!by) return;
  event.preventDefault();
  turnBy(by[0], by[1]);
}

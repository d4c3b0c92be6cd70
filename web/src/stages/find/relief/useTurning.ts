import type { Bench } from '@amber-stamp/core/bench';
import type { RecipeStep } from '@amber-stamp/core/cut';
import { VIEWS, type ViewName } from '@amber-stamp/core/relief';
import { useRef, type KeyboardEvent, type PointerEvent, type WheelEvent } from 'react';
import { settle } from '../../../bench/store.ts';
import { castOf, nudgeCast, seeFrom, setCast } from './cast-place.ts';

const DEG_PER_PX = 0.5;
const KEY_DEG = 5;
const BY_LETTER: Readonly<Record<string, ViewName>> = {
  f: VIEWS[0],
  b: VIEWS[1],
  l: VIEWS[2],
  r: VIEWS[3],
  t: VIEWS[4],
  u: VIEWS[5],
};
const BY_KEY: Readonly<Record<string, readonly [Record<string, number>, string]>> = {
  ArrowLeft: [{ yawDeg: -KEY_DEG }, 'turned'],
  ArrowRight: [{ yawDeg: KEY_DEG }, 'turned'],
  ArrowUp: [{ pitchDeg: -KEY_DEG }, 'tipped'],
  ArrowDown: [{ pitchDeg: KEY_DEG }, 'tipped'],
  ',': [{ rollDeg: KEY_DEG }, 'rolled'],
  '.': [{ rollDeg: -KEY_DEG }, 'rolled'],
  '+': [{ zoomPct: 10 }, 'nearer'],
  '-': [{ zoomPct: -10 }, 'farther'],
};

interface Grip {
  x: number;
  y: number;
  step: RecipeStep;
  kind: 'turn' | 'roll' | 'frame';
}

/** How a drag changes the view: it turns; with Shift it rolls, with Alt the frame moves. */
function dragged({ x, y, step, kind }: Grip, event: PointerEvent<HTMLElement>): Record<string, number> {
  const dx = event.clientX - x;
  const dy = event.clientY - y;
  const at = (name: string) => Number(step[name]);
  if (kind === 'turn') return { yawDeg: at('yawDeg') + dx * DEG_PER_PX, pitchDeg: at('pitchDeg') + dy * DEG_PER_PX };
  const box = event.currentTarget.getBoundingClientRect();
  if (kind === 'frame')
    return {
      acrossPct: at('acrossPct') - (100 * dx) / box.width,
      downPct: at('downPct') - (100 * dy) / box.height,
    };
  const [cx, cy] = [box.left + box.width / 2, box.top + box.height / 2];
  const angle = (px: number, py: number) => (Math.atan2(cy - py, px - cx) * 180) / Math.PI;
  return { rollDeg: at('rollDeg') + angle(event.clientX, event.clientY) - angle(x, y) };
}

/** What pointer, wheel and keys do over the object. */
export function useTurning(bench: Bench) {
  const grip = useRef<Grip | null>(null);
  const end = () => {
    if (grip.current) settle(grip.current.kind === 'frame' ? 'framed anew' : 'turned');
    grip.current = null;
  };
  return {
    onPointerDown: (event: PointerEvent<HTMLElement>) => {
      const { step } = castOf(bench);
      if (!step || event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      const kind = event.shiftKey ? 'roll' : event.altKey ? 'frame' : 'turn';
      grip.current = { x: event.clientX, y: event.clientY, step, kind };
    },
    onPointerMove: (event: PointerEvent<HTMLElement>) => {
      if (grip.current) setCast(dragged(grip.current, event));
    },
    onPointerUp: end,
    onPointerCancel: end,
    onWheel: (event: WheelEvent<HTMLElement>) =>
      nudgeCast(bench, { zoomPct: event.deltaY < 0 ? 5 : -5 }, 'nearer or farther'),
    onKeyDown: (event: KeyboardEvent<HTMLElement>) => {
      if (event.ctrlKey || event.metaKey) return;
      const view = BY_LETTER[event.key.toLowerCase()];
      const nudge = BY_KEY[event.key];
      if (!view && !nudge) return;
      // these letters mean other things elsewhere on the bench
      event.stopPropagation();
      event.preventDefault();
      if (view) seeFrom(view);
      else nudgeCast(bench, nudge[0], nudge[1]);
    },
  };
}

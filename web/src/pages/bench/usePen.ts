import type { PenPoint, PenStroke } from '@amber-stamp/core';
import { useEffect, useState, type RefObject } from 'react';
import { change } from '../../bench/store.ts';

/** A mouse has no pressure; its strokes swell in and hold at this. */
const MOUSE_PRESSURE = 0.75;
const SWELL_PX = 60;

function pressureOf(event: PointerEvent, travelled: number): number {
  if (event.pointerType !== 'mouse') return event.pressure;
  return MOUSE_PRESSURE * (0.45 + 0.55 * Math.min(1, travelled / SWELL_PX));
}

/** Draws own strokes on an element: mouse, pen or finger, with pressure, tilt, twist and time. Gives the one under way. */
export function usePen(ref: RefObject<HTMLElement | null>): PenStroke | null {
  const [drawing, setDrawing] = useState<PenStroke | null>(null);
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    let points: PenPoint[] = [];
    let start = 0;
    let travelled = 0;
    let frame = 0;
    const add = (event: PointerEvent) => {
      const box = element.getBoundingClientRect();
      const x = event.clientX - box.left;
      const y = event.clientY - box.top;
      const last = points.at(-1);
      if (last) travelled += Math.hypot(x - last.x, y - last.y);
      if (last && last.x === x && last.y === y) return;
      const t = Math.max(0, event.timeStamp - start);
      points.push({
        x,
        y,
        t,
        pressure: pressureOf(event, travelled),
        tiltX: event.tiltX,
        tiltY: event.tiltY,
        twist: event.twist,
      });
    };
    const show = () => {
      frame = 0;
      if (points.length > 0) setDrawing({ points: [...points] });
    };
    const down = (event: PointerEvent) => {
      if (event.button !== 0 || (event.target as HTMLElement).closest('button')) return;
      element.setPointerCapture(event.pointerId);
      start = event.timeStamp;
      travelled = 0;
      points = [];
      add(event);
      show();
    };
    const move = (event: PointerEvent) => {
      if (points.length === 0) return;
      const parts = event.getCoalescedEvents?.() ?? [];
      for (const part of parts.length > 0 ? parts : [event]) add(part);
      frame ||= requestAnimationFrame(show);
    };
    const up = () => {
      if (points.length === 0) return;
      cancelAnimationFrame(frame);
      frame = 0;
      const stroke: PenStroke = { points };
      points = [];
      setDrawing(null);
      change('a stroke drawn', (draft) => void draft.strokes.push(stroke));
    };
    element.addEventListener('pointerdown', down);
    element.addEventListener('pointermove', move);
    element.addEventListener('pointerup', up);
    element.addEventListener('pointercancel', up);
    return () => {
      element.removeEventListener('pointerdown', down);
      element.removeEventListener('pointermove', move);
      element.removeEventListener('pointerup', up);
      element.removeEventListener('pointercancel', up);
      cancelAnimationFrame(frame);
    };
  }, [ref]);
  return drawing;
}

import type { PenPoint, PenStroke } from '@amber-stamp/core';
import { useEffect, useState, type RefObject } from 'react';
import { change } from '../../bench/store.ts';
import { heldPressure, usePenHand } from './pen.ts';

/** What the device tells; a mouse tells nothing, so the made-up pen stands in for it. */
function handOf(event: PointerEvent, travelled: number, speed: number) {
  if (event.pointerType !== 'mouse')
    return { pressure: event.pressure, tiltX: event.tiltX, tiltY: event.tiltY, twist: event.twist };
  const pen = usePenHand.getState();
  return { pressure: heldPressure(pen, travelled, speed), tiltX: pen.tiltX, tiltY: pen.tiltY, twist: pen.twist };
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
      if (last && last.x === x && last.y === y) return;
      const t = Math.max(0, event.timeStamp - start);
      const step = last ? Math.hypot(x - last.x, y - last.y) : 0;
      travelled += step;
      const speed = last && t > last.t ? step / (t - last.t) : 0;
      points.push({ x, y, t, ...handOf(event, travelled, speed) });
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

import type { PenPoint, PenStroke } from '@amber-stamp/core/model';
import { straightened } from '@amber-stamp/core/path';
import { flushSync } from 'react-dom';
import { useEffect, useState, type RefObject } from 'react';
import { heldPressure, usePenHand } from './pen.ts';
import { useHand, type Hand } from '../bench/hand.ts';

/** What the device tells; a mouse tells nothing, so the made-up pen stands in for it. */
function handOf(event: PointerEvent, travelled: number, speed: number, mousePressure?: number) {
  if (event.pointerType !== 'mouse')
    return { pressure: event.pressure, tiltX: event.tiltX, tiltY: event.tiltY, twist: event.twist };
  const pen = usePenHand.getState();
  return {
    pressure: mousePressure ?? heldPressure(pen, travelled, speed),
    tiltX: pen.tiltX,
    tiltY: pen.tiltY,
    twist: pen.twist,
  };
}

/** What a hand does where it draws, and how large what it draws on is seen. */
interface DrawingHand
  extends Pick<Hand, 'zoom' | 'away' | 'straight'>, Partial<Pick<Hand, 'left' | 'top' | 'holding'>> {
  does: string;
  /** how hard a mouse presses; missing: as the made-up pen does */
  mousePressure?: number;
}

/** A stroke under the hand: what is drawn, and whether it takes away. */
export interface Drawn extends PenStroke {
  away: boolean;
}

/** Samples of one stroke under the hand, in px of the sheet. */
class PenTrack {
  readonly points: PenPoint[] = [];
  private readonly element: HTMLElement;
  private readonly start: number;
  private readonly hand: () => DrawingHand;
  private travelled = 0;
  /** where the browser expects the pen to be when the frame is seen */
  private expected: readonly PenPoint[] = [];

  constructor(element: HTMLElement, event: PointerEvent, hand: () => DrawingHand) {
    this.element = element;
    this.hand = hand;
    this.start = event.timeStamp;
    this.add(event);
  }

  /** Where an event is on the sheet. */
  private placeOf(event: PointerEvent): { x: number; y: number } {
    const box = this.element.getBoundingClientRect();
    const { zoom, left = 0, top = 0 } = this.hand();
    return { x: (event.clientX - box.left + left) / zoom, y: (event.clientY - box.top + top) / zoom };
  }

  /** The samples so far, and those that are expected next. */
  get ahead(): PenPoint[] {
    return [...this.points, ...this.expected];
  }

  /** What the browser expects next, pressed as the last sample was: shown until the pen has come there, never kept. */
  expect(events: readonly PointerEvent[]): void {
    const last = this.points.at(-1);
    this.expected = last
      ? events.map((event) => ({ ...last, ...this.placeOf(event), t: Math.max(last.t, event.timeStamp - this.start) }))
      : [];
  }

  add(event: PointerEvent): void {
    const { mousePressure } = this.hand();
    const { x, y } = this.placeOf(event);
    const last = this.points.at(-1);
    if (last && last.x === x && last.y === y) return;
    const t = Math.max(0, event.timeStamp - this.start);
    const step = last ? Math.sqrt((x - last.x) ** 2 + (y - last.y) ** 2) : 0;
    this.travelled += step;
    const speed = last && t > last.t ? step / (t - last.t) : 0;
    this.points.push({ x, y, t, ...handOf(event, this.travelled, speed, mousePressure) });
  }
}

/** Whether a press begins a stroke. */
const draws = ({ does, holding }: DrawingHand, event: PointerEvent): boolean =>
  does === 'draw' && !holding && event.button === 0 && !(event.target as HTMLElement).closest('button');

interface PenListeners {
  down: (event: PointerEvent) => void;
  move: (event: PointerEvent) => void;
  up: () => void;
}

/** Listens to a pointer on an element; gives the way to stop. A pointer that is taken away has been lifted. */
function listen(element: HTMLElement, { down, move, up }: PenListeners): () => void {
  const stopping = new AbortController();
  const { signal } = stopping;
  element.addEventListener('pointerdown', down, { signal });
  element.addEventListener('pointermove', move, { signal });
  element.addEventListener('pointerup', up, { signal });
  element.addEventListener('pointercancel', up, { signal });
  return () => stopping.abort();
}

/**
 * Draws own strokes on an element: mouse, pen or finger, with pressure, tilt, twist and time. Gives the one under way, and
 * tells it at every frame.
 */
export function usePen(
  ref: RefObject<HTMLElement | null>,
  onDrawn: (stroke: Drawn) => void,
  hand: () => DrawingHand = useHand.getState,
  onMoving?: (stroke: Drawn) => void,
): Drawn | null {
  const [drawing, setDrawing] = useState<Drawn | null>(null);
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    let track: PenTrack | null = null;
    let away = false;
    let frame = 0;
    const drawn = (points: readonly PenPoint[]): Drawn => ({
      points: hand().straight ? straightened(points) : [...points],
      away,
    });
    const show = () => {
      frame = 0;
      if (!track) return;
      const now = drawn(track.ahead);
      // told here, not by an effect: that could come after the stroke has ended
      onMoving?.(now);
      // at once: else the page is rendered, and the ink asked for, only when this frame is over
      flushSync(() => setDrawing(now));
    };
    const down = (event: PointerEvent) => {
      if (!draws(hand(), event)) return;
      element.setPointerCapture(event.pointerId);
      away = hand().away;
      track = new PenTrack(element, event, hand);
      show();
    };
    const giveUp = () => {
      cancelAnimationFrame(frame);
      frame = 0;
      track = null;
      setDrawing(null);
    };
    const move = (event: PointerEvent) => {
      if (!track) return;
      // a second finger has come: the sheet is moved, not drawn on
      if (hand().holding) return giveUp();
      const parts = event.getCoalescedEvents?.() ?? [];
      for (const part of parts.length > 0 ? parts : [event]) track.add(part);
      track.expect(event.getPredictedEvents?.() ?? []);
      frame ||= requestAnimationFrame(show);
    };
    const up = () => {
      if (!track) return;
      if (hand().holding) return giveUp();
      const done = drawn(track.points);
      giveUp();
      onDrawn(done);
    };
    const stop = listen(element, { down, move, up });
    return () => {
      stop();
      cancelAnimationFrame(frame);
    };
  }, [ref, onDrawn, hand, onMoving]);
  return drawing;
}

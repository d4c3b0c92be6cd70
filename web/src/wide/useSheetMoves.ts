import { useEffect, type RefObject } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { moveSheet, useHand, zoomTo } from '../bench/hand.ts';
import { EVERYWHERE } from '../parts/keys.ts';

/** So many px of a wheel double the zoom; a pinch on a trackpad tells far less of them. */
const WHEEL_PX = 320;
const PINCH_PX = 60;
/** px of a line and of a page, where a wheel tells those */
const WHEEL_UNITS = [1, 24, 400] as const;

interface Place {
  x: number;
  y: number;
}

const placeIn = (element: HTMLElement, event: { clientX: number; clientY: number }): Place => {
  const box = element.getBoundingClientRect();
  return { x: event.clientX - box.left, y: event.clientY - box.top };
};

/** The wheel zooms where the pointer is; with Shift it moves the sheet. */
function onWheel(element: HTMLElement, event: WheelEvent): void {
  event.preventDefault();
  const unit = WHEEL_UNITS[event.deltaMode] ?? 1;
  if (event.shiftKey) return moveSheet(-(event.deltaX || event.deltaY) * unit, 0);
  const { zoom } = useHand.getState();
  zoomTo(zoom * 2 ** ((-event.deltaY * unit) / (event.ctrlKey ? PINCH_PX : WHEEL_PX)), placeIn(element, event));
}

/** Fingers on the sheet: their middle and how far apart they are. */
class Fingers {
  private readonly at = new Map<number, Place>();

  set(id: number, place: Place): void {
    this.at.set(id, place);
  }

  drop(id: number): void {
    this.at.delete(id);
  }

  has = (id: number): boolean => this.at.has(id);

  get two(): { middle: Place; apart: number } | null {
    const [a, b] = [...this.at.values()];
    if (!b) return null;
    return { middle: { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }, apart: Math.hypot(a.x - b.x, a.y - b.y) };
  }

  get none(): boolean {
    return this.at.size === 0;
  }
}

/** Two fingers move the sheet and pinch it; the first one's stroke is given up. */
function followFingers(element: HTMLElement, signal: AbortSignal): void {
  const fingers = new Fingers();
  const down = (event: PointerEvent) => {
    if (event.pointerType !== 'touch') return;
    fingers.set(event.pointerId, placeIn(element, event));
    if (fingers.two) useHand.setState({ holding: true });
  };
  const move = (event: PointerEvent) => {
    if (!fingers.has(event.pointerId)) return;
    const before = fingers.two;
    fingers.set(event.pointerId, placeIn(element, event));
    const now = fingers.two;
    if (!before || !now) return;
    moveSheet(now.middle.x - before.middle.x, now.middle.y - before.middle.y);
    if (before.apart > 0) zoomTo((useHand.getState().zoom * now.apart) / before.apart, now.middle);
  };
  const up = (event: PointerEvent) => {
    if (!fingers.has(event.pointerId)) return;
    fingers.drop(event.pointerId);
    if (fingers.none) useHand.setState({ holding: false });
  };
  // before the pen hears of it
  element.addEventListener('pointerdown', down, { signal, capture: true });
  element.addEventListener('pointermove', move, { signal, capture: true });
  window.addEventListener('pointerup', up, { signal });
  window.addEventListener('pointercancel', up, { signal });
}

/** The middle button, or any while the sheet is held, drags it. */
function followDrag(element: HTMLElement, signal: AbortSignal): void {
  let last: Place | null = null;
  const down = (event: PointerEvent) => {
    if (event.pointerType === 'touch' || !(event.button === 1 || useHand.getState().holding)) return;
    // else the browser scrolls by the middle button
    event.preventDefault();
    last = { x: event.clientX, y: event.clientY };
    element.setPointerCapture(event.pointerId);
  };
  const move = (event: PointerEvent) => {
    if (!last) return;
    moveSheet(event.clientX - last.x, event.clientY - last.y);
    last = { x: event.clientX, y: event.clientY };
  };
  const up = () => void (last = null);
  element.addEventListener('pointerdown', down, { signal, capture: true });
  element.addEventListener('pointermove', move, { signal });
  element.addEventListener('pointerup', up, { signal });
  element.addEventListener('pointercancel', up, { signal });
}

/** A button or a link that has the focus is pressed by the space bar, as everywhere. */
const pressed = (): boolean =>
  document.activeElement?.matches('button:focus-visible, a:focus-visible, input, [role=slider], [role=radio]') ?? false;

/** How the sheet is moved and made larger under its window: wheel, pinch, space, middle button, two fingers. */
export function useSheetMoves(window: RefObject<HTMLElement | null>): void {
  useHotkeys(
    'space',
    (event) => {
      if (pressed()) return;
      event.preventDefault();
      useHand.setState({ holding: true });
    },
    { ...EVERYWHERE, keydown: true, keyup: false },
  );
  useHotkeys('space', () => useHand.setState({ holding: false }), { ...EVERYWHERE, keydown: false, keyup: true });
  useEffect(() => {
    const element = window.current;
    if (!element) return;
    const stopping = new AbortController();
    const { signal } = stopping;
    element.addEventListener('wheel', (event) => onWheel(element, event), { signal, passive: false });
    followFingers(element, signal);
    followDrag(element, signal);
    return () => {
      stopping.abort();
      useHand.setState({ holding: false });
    };
  }, [window]);
}

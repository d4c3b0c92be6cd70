import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent, type RefObject } from 'react';
import { keyedPeg, nearestPeg, withPeg, type Pegs } from './ruler-pegs.ts';

let lastScroll = 0;
const SCROLL_REST_MS = 400;

/** A column that is being scrolled goes on scrolling when a ruler comes under the pointer. */
const scrolling = (time: number): boolean => time - lastScroll < SCROLL_REST_MS;

export interface RulerGestures extends Pegs {
  placeOf: (value: number) => number;
  valueAt: (place: number) => number;
  onMove: (values: number[]) => void;
  onSettle: () => void;
  onNudge: () => void;
}

/** Hears the wheel over a ruler, which must not scroll its column as well. */
function useRulerWheel(box: RefObject<HTMLDivElement | null>, turned: (event: WheelEvent) => void): void {
  const wheel = useRef(turned);
  useEffect(() => {
    wheel.current = turned;
  });
  useEffect(() => {
    const element = box.current as HTMLDivElement;
    const column = element.closest('.controls');
    const onScroll = (event: Event) => {
      lastScroll = event.timeStamp;
    };
    const onWheel = (event: WheelEvent) => {
      if (scrolling(event.timeStamp)) return onScroll(event);
      event.preventDefault();
      event.stopPropagation();
      wheel.current(event);
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    column?.addEventListener('wheel', onScroll, { passive: true });
    return () => {
      element.removeEventListener('wheel', onWheel);
      column?.removeEventListener('wheel', onScroll);
    };
  }, [box]);
}

/** What pointer, wheel and keys do to the pegs of a ruler. */
export function useRuler(ruler: RulerGestures) {
  const { values, step, placeOf, valueAt, onMove, onSettle, onNudge } = ruler;
  const box = useRef<HTMLDivElement>(null);
  const [held, setHeld] = useState<number | null>(null);
  const places = values.map(placeOf);
  const placeAt = (clientX: number): number => {
    const r = (box.current as HTMLDivElement).getBoundingClientRect();
    return (clientX - r.left) / r.width;
  };
  const valueUnder = ({ clientX }: PointerEvent) => valueAt(placeAt(clientX));
  useRulerWheel(box, (event) => {
    const peg = nearestPeg(places, placeAt(event.clientX));
    onMove(withPeg(ruler, peg, values[peg] + (event.deltaY < 0 ? step : -step)));
    onNudge();
  });
  const onPointerDown = (event: PointerEvent<HTMLDivElement>) => {
    if (event.button !== 0) return;
    event.preventDefault();
    const peg = nearestPeg(places, placeAt(event.clientX));
    event.currentTarget.setPointerCapture(event.pointerId);
    (event.currentTarget.querySelectorAll('[role=slider]')[peg] as HTMLElement).focus();
    setHeld(peg);
    if (!(event.target as HTMLElement).closest('[role=slider]')) onMove(withPeg(ruler, peg, valueUnder(event)));
  };
  const onPointerMove = (event: PointerEvent) => {
    if (held !== null) onMove(withPeg(ruler, held, valueUnder(event)));
  };
  const onPointerUp = () => {
    if (held === null) return;
    setHeld(null);
    onSettle();
  };
  const keyed = (peg: number) => (event: KeyboardEvent) => {
    const next = keyedPeg(ruler, peg, event.key, event.shiftKey);
    if (!next) return;
    event.preventDefault();
    onMove(next);
    onNudge();
  };
  return { box, places, keyed, handlers: { onPointerDown, onPointerMove, onPointerUp, onPointerCancel: onPointerUp } };
}

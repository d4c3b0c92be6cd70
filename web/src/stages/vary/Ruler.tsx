import { memo, useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';

interface Props {
  /** name for people, with the peg's role after it */
  label: string;
  /** one value, or the low and the high end */
  values: readonly number[];
  placeOf: (value: number) => number;
  valueAt: (place: number) => number;
  step: number;
  min: number;
  max: number;
  text: (value: number) => string;
  /** how values are spread between the pegs, 0..1 each */
  silhouette: readonly number[] | null;
  onMove: (values: number[]) => void;
  onSettle: () => void;
  onNudge: () => void;
}

const TICKS = 40;
const BASE = 20;
const HILL = 15;

const tick = (k: number): string => `M${(k / TICKS) * 100} ${BASE}v${k % 10 === 0 ? -6 : k % 5 === 0 ? -4.5 : -2.5}`;
const TICK_PATH = Array.from({ length: TICKS + 1 }, (_, k) => tick(k)).join('');

/** What is printed on every ruler, once for all: it never changes. */
const Ticks = memo(function Ticks() {
  return (
    <>
      <path d={`M0 ${BASE}H100`} stroke="var(--line)" strokeWidth={1.5} vectorEffect="non-scaling-stroke" />
      <path d={TICK_PATH} stroke="var(--line)" strokeWidth={1} vectorEffect="non-scaling-stroke" />
    </>
  );
});

let lastScroll = 0;
const SCROLL_REST_MS = 400;

/** A column that is being scrolled goes on scrolling when a ruler comes under the pointer. */
const scrolling = (time: number): boolean => time - lastScroll < SCROLL_REST_MS;

/** A printed ruler with one or two brass pegs and, between them, the silhouette of how the values are spread. */
export function Ruler({
  label,
  values,
  placeOf,
  valueAt,
  step,
  min,
  max,
  text,
  silhouette,
  onMove,
  onSettle,
  onNudge,
}: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [held, setHeld] = useState<number | null>(null);
  const places = values.map(placeOf);

  const placeAt = (clientX: number): number => {
    const r = (box.current as HTMLDivElement).getBoundingClientRect();
    return (clientX - r.left) / r.width;
  };
  const nearest = (place: number): number => {
    if (places.length === 1) return 0;
    const [a, b] = places.map((p) => Math.abs(p - place));
    if (a === b) return place > places[0] ? 1 : 0;
    return a < b ? 0 : 1;
  };
  const moved = (peg: number, value: number): number[] =>
    values.map((v, i) => (i === peg ? Math.max(min, Math.min(max, value)) : v));

  const down = (event: PointerEvent<HTMLDivElement>) => {
    if (event.button !== 0) return;
    event.preventDefault();
    const peg = nearest(placeAt(event.clientX));
    event.currentTarget.setPointerCapture(event.pointerId);
    (event.currentTarget.querySelectorAll('[role=slider]')[peg] as HTMLElement).focus();
    setHeld(peg);
    if (!(event.target as HTMLElement).closest('[role=slider]')) onMove(moved(peg, valueAt(placeAt(event.clientX))));
  };
  const move = (event: PointerEvent) => {
    if (held !== null) onMove(moved(held, valueAt(placeAt(event.clientX))));
  };
  const up = () => {
    if (held === null) return;
    setHeld(null);
    onSettle();
  };
  const key = (peg: number) => (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1, PageDown: -10, PageUp: 10 }[event.key];
    const end = { Home: min, End: max }[event.key];
    if (by === undefined && end === undefined) return;
    event.preventDefault();
    const next = end ?? values[peg] + (by as number) * step * (event.shiftKey ? 10 : 1);
    onMove(moved(peg, Math.round(next * 100) / 100));
    onNudge();
  };

  const wheel = useRef<(event: WheelEvent) => void>(() => undefined);
  useEffect(() => {
    wheel.current = (event) => {
      if (scrolling(event.timeStamp)) {
        lastScroll = event.timeStamp;
        return;
      }
      event.preventDefault();
      event.stopPropagation();
      const peg = nearest(placeAt(event.clientX));
      onMove(moved(peg, values[peg] + (event.deltaY < 0 ? step : -step)));
      onNudge();
    };
  });
  useEffect(() => {
    const element = box.current as HTMLDivElement;
    const column = element.closest('.controls');
    const onWheel = (event: Event) => wheel.current(event as WheelEvent);
    const onScroll = (event: Event) => {
      lastScroll = event.timeStamp;
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    column?.addEventListener('wheel', onScroll, { passive: true });
    return () => {
      element.removeEventListener('wheel', onWheel);
      column?.removeEventListener('wheel', onScroll);
    };
  }, []);

  const hill = useMemo(() => {
    if (!silhouette || places.length < 2) return '';
    const [a, b] = places;
    const n = silhouette.length;
    const points = silhouette.map(
      (v, i) => `L${(100 * (a + ((b - a) * (i + 0.5)) / n)).toFixed(2)} ${(BASE - HILL * v).toFixed(2)}`,
    );
    return `M${100 * a} ${BASE}${points.join('')}L${100 * b} ${BASE}Z`;
  }, [silhouette, places]);

  return (
    <div className="rule" ref={box} onPointerDown={down} onPointerMove={move} onPointerUp={up} onPointerCancel={up}>
      <svg viewBox="0 0 100 25" preserveAspectRatio="none" aria-hidden>
        <Ticks />
        {hill && <path d={hill} fill="var(--amberfill)" opacity={0.55} />}
        {places.length === 2 && (
          <path
            d={`M${100 * Math.min(...places)} ${BASE}H${100 * Math.max(...places)}`}
            stroke="var(--amber)"
            strokeWidth={2.5}
            vectorEffect="non-scaling-stroke"
          />
        )}
      </svg>
      {places.map((place, i) => (
        <button
          key={i}
          className="peg"
          role="slider"
          style={{ left: `${place * 100}%` }}
          aria-label={values.length === 1 ? label : `${label}, ${i === 0 ? 'low' : 'high'} end`}
          aria-valuenow={values[i]}
          aria-valuemin={min}
          aria-valuemax={max}
          aria-valuetext={text(values[i])}
          onKeyDown={key(i)}
        />
      ))}
    </div>
  );
}

import { memo } from 'react';
import { hillPath } from './ruler-pegs.ts';
import { useRuler, type RulerGestures } from './useRuler.ts';

interface Props extends RulerGestures {
  /** name for people, with the peg's role after it */
  label: string;
  text: (value: number) => string;
  /** how values are spread between the pegs, 0..1 each */
  silhouette: readonly number[] | null;
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

/** A printed ruler with one or two brass pegs and, between them, the silhouette of how the values are spread. */
export function Ruler({ label, text, silhouette, ...gestures }: Props) {
  const { values, min, max } = gestures;
  const { box, places, keyed, handlers } = useRuler(gestures);
  const hill = hillPath(silhouette, places, BASE, HILL);

  return (
    <div className="rule" ref={box} {...handlers}>
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
          onKeyDown={keyed(i)}
        />
      ))}
    </div>
  );
}

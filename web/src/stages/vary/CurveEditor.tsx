import { curveFunction, type Curve } from '@amber-stamp/core/maths';
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { isInner, keyedPoint, withNewPoint, withoutPoint, withPointAt, type Points } from './curve-points.ts';

interface Props {
  label: string;
  curve: Curve;
  onChange: (curve: Points) => void;
  onSettle: () => void;
  onNudge: () => void;
}

const WIDTH = 130;
const HEIGHT = 96;
const PAD = 6;
/** How near a press takes a point, and how far off the picture it drops one, px of the picture. */
const NEAR = 9;
const OFF = 14;
const STEPS = 48;
const toX = (x: number) => PAD + x * (WIDTH - 2 * PAD);
const toY = (y: number) => HEIGHT - PAD - y * (HEIGHT - 2 * PAD);
const fromPx = ([px, py]: readonly [number, number]): [number, number] => [
  (px - PAD) / (WIDTH - 2 * PAD),
  (HEIGHT - PAD - py) / (HEIGHT - 2 * PAD),
];

function lineOf(curve: Curve): string {
  const read = curveFunction(curve);
  const point = (i: number) => `${toX(i / STEPS).toFixed(1)} ${toY(read(i / STEPS)).toFixed(1)}`;
  return Array.from({ length: STEPS + 1 }, (_, i) => `${i === 0 ? 'M' : 'L'}${point(i)}`).join('');
}

/** What pointer and keys do on the picture of a curve. */
function useCurveGestures({ curve, onChange, onSettle, onNudge }: Omit<Props, 'label'>) {
  const box = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<number | null>(null);
  const spot = (event: PointerEvent): [number, number] => {
    const r = (box.current as SVGSVGElement).getBoundingClientRect();
    return [((event.clientX - r.left) / r.width) * WIDTH, ((event.clientY - r.top) / r.height) * HEIGHT];
  };
  const onPointerDown = (event: PointerEvent<SVGSVGElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    const [px, py] = spot(event);
    const near = curve.findIndex(([x, y]) => Math.hypot(toX(x) - px, toY(y) - py) < NEAR);
    const made = near < 0 ? withNewPoint(curve, ...fromPx([px, py])) : undefined;
    if (made) onChange(made.curve);
    if (near >= 0 || made) setHeld(made?.index ?? near);
  };
  const onPointerMove = (event: PointerEvent) => {
    if (held !== null) onChange(withPointAt(curve, held, ...fromPx(spot(event))));
  };
  const onPointerUp = (event: PointerEvent) => {
    if (held === null) return;
    const [px, py] = spot(event);
    const off = px < -OFF || py < -OFF || px > WIDTH + OFF || py > HEIGHT + OFF;
    if (off && isInner(curve, held)) onChange(withoutPoint(curve, held));
    setHeld(null);
    onSettle();
  };
  const keyed = (index: number) => (event: KeyboardEvent) => {
    const next = keyedPoint(curve, index, event.key, event.shiftKey);
    if (!next) return;
    onChange(next);
    event.preventDefault();
    onNudge();
  };
  return { box, keyed, handlers: { onPointerDown, onPointerMove, onPointerUp, onPointerCancel: onPointerUp } };
}

/** The response of a driver as a picture: press to add a point, pull it, drop it off the picture to be rid of it. */
export function CurveEditor({ label, ...gestures }: Props) {
  const { curve } = gestures;
  const { box, keyed, handlers } = useCurveGestures(gestures);
  return (
    <svg
      ref={box}
      width={WIDTH}
      height={HEIGHT}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="group"
      aria-label={label}
      style={{ touchAction: 'none', cursor: 'crosshair' }}
      {...handlers}
    >
      <rect x=".5" y=".5" width={WIDTH - 1} height={HEIGHT - 1} rx="5" fill="var(--paper)" stroke="var(--line)" />
      <path d={lineOf(curve)} fill="none" stroke="var(--amber)" strokeWidth={2} />
      {curve.map(([x, y], i) => (
        <circle
          key={i}
          cx={toX(x)}
          cy={toY(y)}
          r={3.5}
          fill="var(--paper)"
          stroke="var(--amber)"
          strokeWidth={1.6}
          tabIndex={0}
          role="slider"
          aria-label={`${label}, point ${i + 1}`}
          aria-valuenow={Math.round(y * 100)}
          aria-valuetext={`${Math.round(x * 100)} % gives ${Math.round(y * 100)} %`}
          onKeyDown={keyed(i)}
          style={{ cursor: 'grab' }}
        />
      ))}
    </svg>
  );
}

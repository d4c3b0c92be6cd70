import { curveFunction, type Curve } from '@amber-stamp/core/maths';
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';

interface Props {
  label: string;
  curve: Curve;
  onChange: (curve: [number, number][]) => void;
  onSettle: () => void;
  onNudge: () => void;
}

const W = 130;
const H = 96;
const PAD = 6;
const GAP = 0.02;
const clamp = (v: number) => Math.max(0, Math.min(1, v));
const toX = (x: number) => PAD + x * (W - 2 * PAD);
const toY = (y: number) => H - PAD - y * (H - 2 * PAD);

/** The response of a driver as a picture: press to add a point, pull it, drop it off the picture to be rid of it. */
export function CurveEditor({ label, curve, onChange, onSettle, onNudge }: Props) {
  const box = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<number | null>(null);
  const read = curveFunction(curve);
  const line = Array.from(
    { length: 49 },
    (_, i) => `${i === 0 ? 'M' : 'L'}${toX(i / 48).toFixed(1)} ${toY(read(i / 48)).toFixed(1)}`,
  ).join('');

  const spot = (event: PointerEvent): [number, number] => {
    const r = (box.current as SVGSVGElement).getBoundingClientRect();
    return [((event.clientX - r.left) / r.width) * W, ((event.clientY - r.top) / r.height) * H];
  };
  const place = (index: number, x: number, y: number): [number, number][] => {
    const low = index > 0 ? curve[index - 1][0] + GAP : 0;
    const high = index < curve.length - 1 ? curve[index + 1][0] - GAP : 1;
    const at: [number, number] = [Math.max(low, Math.min(high, clamp(x))), clamp(y)];
    return curve.map((p, i) => (i === index ? at : [p[0], p[1]]));
  };
  const down = (event: PointerEvent<SVGSVGElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    const [px, py] = spot(event);
    const near = curve.findIndex(([x, y]) => Math.hypot(toX(x) - px, toY(y) - py) < 9);
    if (near >= 0) {
      setHeld(near);
      return;
    }
    const x = clamp((px - PAD) / (W - 2 * PAD));
    const y = clamp((H - PAD - py) / (H - 2 * PAD));
    const index = curve.findIndex(([cx]) => cx > x);
    if (index <= 0 || curve.some(([cx]) => Math.abs(cx - x) < GAP)) return;
    onChange([
      ...curve.slice(0, index).map((p): [number, number] => [p[0], p[1]]),
      [x, y],
      ...curve.slice(index).map((p): [number, number] => [p[0], p[1]]),
    ]);
    setHeld(index);
  };
  const move = (event: PointerEvent) => {
    if (held === null) return;
    const [px, py] = spot(event);
    onChange(place(held, (px - PAD) / (W - 2 * PAD), (H - PAD - py) / (H - 2 * PAD)));
  };
  const inner = (index: number) => index > 0 && index < curve.length - 1;
  const without = (index: number): [number, number][] => curve.filter((_, i) => i !== index).map((p) => [p[0], p[1]]);
  const up = (event: PointerEvent) => {
    if (held === null) return;
    const [px, py] = spot(event);
    const off = px < -14 || py < -14 || px > W + 14 || py > H + 14;
    if (off && inner(held)) onChange(without(held));
    setHeld(null);
    onSettle();
  };
  const key = (index: number) => (event: KeyboardEvent) => {
    const by = event.shiftKey ? 0.1 : 0.01;
    const step = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, by], ArrowDown: [0, -by] }[event.key];
    if (event.key === 'Delete' && inner(index)) onChange(without(index));
    else if (step) onChange(place(index, curve[index][0] + step[0], curve[index][1] + step[1]));
    else return;
    event.preventDefault();
    onNudge();
  };
  return (
    <svg
      ref={box}
      width={W}
      height={H}
      viewBox={`0 0 ${W} ${H}`}
      role="group"
      aria-label={label}
      style={{ touchAction: 'none', cursor: 'crosshair' }}
      onPointerDown={down}
      onPointerMove={move}
      onPointerUp={up}
      onPointerCancel={up}
    >
      <rect x=".5" y=".5" width={W - 1} height={H - 1} rx="5" fill="var(--paper)" stroke="var(--line)" />
      <path d={line} fill="none" stroke="var(--amber)" strokeWidth={2} />
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
          onKeyDown={key(i)}
          style={{ cursor: 'grab' }}
        />
      ))}
    </svg>
  );
}

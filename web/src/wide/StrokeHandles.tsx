import type { Bench, OwnStroke } from '@amber-stamp/core/bench';
import { largestPx, MAX_WIDTH_PCT, type WidthProfile } from '@amber-stamp/core/model';
import { smoothPath } from '@amber-stamp/core/path';
import { widthAt } from '@amber-stamp/core/vary';
import { useMemo, type KeyboardEvent, type PointerEvent } from 'react';
import { live, settle } from '../bench/store.ts';
import { useHand } from '../bench/hand.ts';

export const EVEN: WidthProfile = [
  [0, 100],
  [0.5, 100],
  [1, 100],
];

/** The widest a dab of the lowest coat gets by its range, px: what 100 % of a width profile is shown as. */
export const nominalPx = ({ brush }: Pick<Bench, 'brush'>): number => largestPx(brush.coats[0]);

interface PathPlace {
  x: number;
  y: number;
  /** across the way, of length 1 */
  nx: number;
  ny: number;
}

/** Places of a stroke at shares of its length. */
function placesOf({ points }: OwnStroke, shares: readonly number[]): PathPlace[] {
  const path = smoothPath(points);
  return shares.map((share) => {
    const s = share * path.lengthPx;
    let k = 0;
    while (k < path.count - 2 && path.along[k + 1] < s) k++;
    const next = Math.min(path.count - 1, k + 1);
    const span = path.along[next] - path.along[k];
    const t = span > 0 ? (s - path.along[k]) / span : 0;
    const [dx, dy] = [path.x[next] - path.x[k], path.y[next] - path.y[k]];
    const long = Math.sqrt(dx * dx + dy * dy) || 1;
    return { x: path.x[k] + dx * t, y: path.y[k] + dy * t, nx: -dy / long, ny: dx / long };
  });
}

const STEPS = 48;
const SHARES = Array.from({ length: STEPS + 1 }, (_, i) => i / STEPS);

function setWidth(number: number, place: number, pct: number): void {
  live((draft) => {
    const stroke = draft.strokes.find((s) => s.number === number);
    if (!stroke) return;
    const profile = stroke.width?.length ? stroke.width : EVEN.map(([at, v]): [number, number] => [at, v]);
    stroke.width = profile.map(([at, v], i) => [
      at,
      i === place ? Math.max(0, Math.min(MAX_WIDTH_PCT, Math.round(pct))) : v,
    ]);
  });
}

/** One edge of a stroke at its widths, in points of the screen; `half` below 0 is the other side. */
const edgePoints = (way: readonly PathPlace[], profile: WidthProfile, half: number, zoom: number): string =>
  way
    .map(({ x, y, nx, ny }, i) => {
      const off = (half * widthAt(profile, SHARES[i])) / 100;
      return `${(x + nx * off) * zoom},${(y + ny * off) * zoom}`;
    })
    .join(' ');

interface PointProps {
  /** which point of the profile */
  place: number;
  point: WidthProfile[number];
  spot: PathPlace;
  /** the number of the stroke */
  stroke: number;
  /** half the width at 100 %, px */
  half: number;
}

/** A handle that a point of the width profile is drawn with. */
function WidthPoint({ place, point: [at, pct], spot: { x, y, nx, ny }, stroke, half }: PointProps) {
  const zoom = useHand((s) => s.zoom);
  const off = (half * pct) / 100;
  const drag = (e: PointerEvent<SVGCircleElement>) => {
    if (e.buttons === 0) return;
    const box = (e.currentTarget.ownerSVGElement as SVGSVGElement).getBoundingClientRect();
    const away = ((e.clientX - box.left) / zoom - x) * nx + ((e.clientY - box.top) / zoom - y) * ny;
    setWidth(stroke, place, (100 * Math.abs(away)) / half);
  };
  const done = () => settle('width of a stroke');
  const keys = (e: KeyboardEvent) => {
    const by = { ArrowUp: 5, ArrowRight: 5, ArrowDown: -5, ArrowLeft: -5 }[e.key];
    if (!by) return;
    e.preventDefault();
    setWidth(stroke, place, pct + by * (e.shiftKey ? 10 : 1));
    done();
  };
  return (
    <circle
      cx={(x + nx * off) * zoom}
      cy={(y + ny * off) * zoom}
      r={7}
      role="slider"
      tabIndex={0}
      aria-label={`Width ${Math.round(at * 100)} % along the stroke`}
      aria-valuenow={pct}
      aria-valuemin={0}
      aria-valuemax={MAX_WIDTH_PCT}
      aria-valuetext={`${pct} %`}
      onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
      onPointerMove={drag}
      onPointerUp={done}
      onKeyDown={keys}
    />
  );
}

/** The way of the picked stroke, its width along it, and a handle at each point of its width profile. */
export function StrokeHandles({ bench, stroke }: { bench: Bench; stroke: OwnStroke }) {
  const zoom = useHand((s) => s.zoom);
  const half = nominalPx(stroke.state ?? bench) / 2;
  const profile = stroke.width?.length ? stroke.width : EVEN;
  const way = useMemo(() => placesOf(stroke, SHARES), [stroke]);
  const handles = useMemo(
    () =>
      placesOf(
        stroke,
        profile.map(([at]) => at),
      ),
    [stroke, profile],
  );
  const edge = (side: 1 | -1) => edgePoints(way, profile, side * half, zoom);
  return (
    <svg className="stroke-handles" data-testid="handles">
      <polyline points={way.map(({ x, y }) => `${x * zoom},${y * zoom}`).join(' ')} />
      <polyline className="edge" points={edge(1)} />
      <polyline className="edge" points={edge(-1)} />
      {profile.map((point, i) => (
        <WidthPoint key={i} place={i} point={point} spot={handles[i]} stroke={stroke.number} half={half} />
      ))}
    </svg>
  );
}

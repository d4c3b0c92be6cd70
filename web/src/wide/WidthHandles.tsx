import { MAX_WIDTH_PCT, type PenPoint, type WidthProfile } from '@amber-stamp/core/model';
import { smoothPath } from '@amber-stamp/core/path';
import { widthAt } from '@amber-stamp/core/vary';
import { useMemo, useRef, type KeyboardEvent, type PointerEvent } from 'react';

export const EVEN: WidthProfile = [
  [0, 100],
  [0.5, 100],
  [1, 100],
];

interface PathPlace {
  x: number;
  y: number;
  /** across the way, of length 1 */
  nx: number;
  ny: number;
}

/** Places of a stroke at shares of its length. */
function placesOf(points: readonly PenPoint[], shares: readonly number[]): PathPlace[] {
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

/** A profile with one of its points as wide as the hand has made it. */
const withWidth = (profile: WidthProfile, place: number, pct: number): WidthProfile =>
  profile.map(([at, v], i) => [at, i === place ? Math.max(0, Math.min(MAX_WIDTH_PCT, Math.round(pct))) : v]);

/** One edge of a stroke at its widths, in points of the screen; `half` below 0 is the other side. */
const edgePoints = (way: readonly PathPlace[], profile: WidthProfile, half: number, zoom: number): string =>
  way
    .map(({ x, y, nx, ny }, i) => {
      const off = (half * widthAt(profile, SHARES[i])) / 100;
      return `${(x + nx * off) * zoom},${(y + ny * off) * zoom}`;
    })
    .join(' ');

interface PointProps {
  point: WidthProfile[number];
  spot: PathPlace;
  /** half the width at 100 %, px */
  half: number;
  zoom: number;
  onWidth: (pct: number) => void;
  onDone: () => void;
}

/** A handle that a point of the width profile is drawn with. */
function WidthPoint({ point: [at, pct], spot: { x, y, nx, ny }, half, zoom, onWidth, onDone }: PointProps) {
  const off = (half * pct) / 100;
  const drag = (e: PointerEvent<SVGCircleElement>) => {
    if (e.buttons === 0) return;
    const box = (e.currentTarget.ownerSVGElement as SVGSVGElement).getBoundingClientRect();
    const away = ((e.clientX - box.left) / zoom - x) * nx + ((e.clientY - box.top) / zoom - y) * ny;
    onWidth((100 * Math.abs(away)) / half);
  };
  const keys = (e: KeyboardEvent) => {
    const by = { ArrowUp: 5, ArrowRight: 5, ArrowDown: -5, ArrowLeft: -5 }[e.key];
    if (!by) return;
    e.preventDefault();
    onWidth(pct + by * (e.shiftKey ? 10 : 1));
    onDone();
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
      onPointerUp={onDone}
      onKeyDown={keys}
    />
  );
}

/** A profile made wider or narrower as a whole. */
const scaledBy = (profile: WidthProfile, by: number): WidthProfile =>
  profile.map(([at, pct]) => [at, Math.max(0, Math.min(MAX_WIDTH_PCT, Math.round(pct * by)))]);

interface SizeProps {
  profile: WidthProfile;
  /** where the stroke is widest */
  spot: PathPlace;
  widest: number;
  half: number;
  zoom: number;
  onWidth: (profile: WidthProfile) => void;
  onDone: () => void;
}

/** One handle for the size of the whole stroke: opposite the point where it is widest. */
function SizeHandle({ profile, spot: { x, y, nx, ny }, widest, half, zoom, onWidth, onDone }: SizeProps) {
  // what was wide when the hand took it: a stroke that is drawn down to nothing comes back in its shape
  const held = useRef(profile);
  const off = (half * widest) / 100;
  const [cx, cy] = [(x - nx * off) * zoom, (y - ny * off) * zoom];
  const most = Math.max(1, ...held.current.map(([, pct]) => pct));
  const drag = (e: PointerEvent<SVGRectElement>) => {
    if (e.buttons === 0) return;
    const box = (e.currentTarget.ownerSVGElement as SVGSVGElement).getBoundingClientRect();
    const away = (x - (e.clientX - box.left) / zoom) * nx + (y - (e.clientY - box.top) / zoom) * ny;
    onWidth(scaledBy(held.current, Math.max(1, (100 * away) / half) / most));
  };
  const keys = (e: KeyboardEvent) => {
    const by = { ArrowUp: 1.05, ArrowRight: 1.05, ArrowDown: 1 / 1.05, ArrowLeft: 1 / 1.05 }[e.key];
    if (!by) return;
    e.preventDefault();
    onWidth(scaledBy(profile, by));
    onDone();
  };
  return (
    <rect
      x={cx - 7}
      y={cy - 7}
      width={14}
      height={14}
      role="slider"
      tabIndex={0}
      aria-label="Size of the stroke"
      aria-valuenow={widest}
      aria-valuemin={1}
      aria-valuemax={MAX_WIDTH_PCT}
      aria-valuetext={`${widest} % at its widest`}
      onPointerDown={(e) => {
        held.current = profile;
        e.currentTarget.setPointerCapture(e.pointerId);
      }}
      onPointerMove={drag}
      onPointerUp={onDone}
      onKeyDown={keys}
    />
  );
}

interface Props {
  /** the samples of the stroke, px */
  points: readonly PenPoint[];
  width: WidthProfile | undefined;
  /** half its width at 100 %, px */
  half: number;
  /** css px for each px */
  zoom: number;
  onWidth: (profile: WidthProfile) => void;
  onDone: () => void;
}

/** The way of a stroke, its width along it, and a handle at each point of its width profile. */
export function WidthHandles({ points, width, half, zoom, onWidth, onDone }: Props) {
  const profile = width?.length ? width : EVEN;
  const way = useMemo(() => placesOf(points, SHARES), [points]);
  const handles = useMemo(
    () =>
      placesOf(
        points,
        profile.map(([at]) => at),
      ),
    [points, profile],
  );
  const widestAt = profile.reduce(
    (best, [, pct], i) => (pct > profile[best][1] ? i : best),
    Math.min(1, profile.length - 1),
  );
  const edge = (side: 1 | -1) => edgePoints(way, profile, side * half, zoom);
  return (
    <svg className="stroke-handles" data-testid="handles">
      <polyline points={way.map(({ x, y }) => `${x * zoom},${y * zoom}`).join(' ')} />
      <polyline className="edge" points={edge(1)} />
      <polyline className="edge" points={edge(-1)} />
      {profile.map((point, i) => (
        <WidthPoint
          key={i}
          point={point}
          spot={handles[i]}
          half={half}
          zoom={zoom}
          onWidth={(pct) => onWidth(withWidth(profile, i, pct))}
          onDone={onDone}
        />
      ))}
      <SizeHandle
        profile={profile}
        spot={handles[widestAt]}
        widest={profile[widestAt][1]}
        half={half}
        zoom={zoom}
        onWidth={onWidth}
        onDone={onDone}
      />
    </svg>
  );
}

/** A profile with one more point, in its widest gap. */
export function withPoint(width: WidthProfile | undefined): WidthProfile {
  const profile = width?.length ? width : EVEN;
  let widest = 1;
  for (let i = 2; i < profile.length; i++)
    if (profile[i][0] - profile[i - 1][0] > profile[widest][0] - profile[widest - 1][0]) widest = i;
  const at = (profile[widest][0] + profile[widest - 1][0]) / 2;
  const point: [number, number] = [at, Math.round(widthAt(profile, at))];
  return [...profile.slice(0, widest), point, ...profile.slice(widest)];
}

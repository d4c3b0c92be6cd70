import type { Profile } from '@amber-stamp/core/cut';

export type Section = Pick<Profile, 'values' | 'low' | 'high'>;

const WIDE = 120;
const HIGH = 64;
const AIR = 7;

/** A cut through heights: what lies above a base plane stands on it, what lies below hangs under it. */
export function HeightProfile({ profile, base }: { profile: Section; base: number }) {
  const low = Math.min(profile.low, base);
  const high = Math.max(profile.high, base);
  const y = (v: number) => HIGH - AIR - ((v - low) / (high - low || 1)) * (HIGH - 2 * AIR);
  const x = (k: number) => (k / (profile.values.length - 1)) * WIDE;
  const line = profile.values.map((v, k) => `${x(k).toFixed(1)},${y(v).toFixed(1)}`).join(' ');
  const level = y(base).toFixed(1);
  return (
    <svg className="profile" viewBox={`0 0 ${WIDE} ${HIGH}`} preserveAspectRatio="none" aria-hidden>
      <polygon points={`0,${level} ${line} ${WIDE},${level}`} />
      <polyline points={line} />
      <line x1="0" x2={WIDE} y1={level} y2={level} />
    </svg>
  );
}

import type { EchoPair } from '../engine/protocol/prove.ts';

const FROM = 9;
const DIAL_SIDE = 60;
const TO = FROM + DIAL_SIDE;
const TICKS = [0.25, 0.5, 0.75];

/** The parts of an echo, as they are listed under it. */
export const PARTS = ['outline', 'inside', 'grain'] as const;

export type EchoNumbers = EchoPair & Record<(typeof PARTS)[number], number>;

/** An echo and its texture in words. */
export const pairWords = ({ echo, texture }: EchoPair): string =>
  `echo ${Math.round(echo)}, texture ${Math.round(texture)}`;

/** The colour of a strong part is never that of what is good. */
export const strengthColour = (value: number): string =>
  value >= 50 ? 'var(--brick)' : value >= 25 ? 'var(--amberfill)' : 'var(--ink2)';

const within = (value: number): number => Math.min(1, Math.max(0, value / 100));

/**
 * Where a stroke stands: to the right the more it repeats, upward the more of its material is seen. A brass peg marks it;
 * the corner to aim for is at the top left. No peg until it is measured.
 */
export function Dial({ echo, size = 78, dim = false }: { echo: EchoPair | null; size?: number; dim?: boolean }) {
  const label = echo
    ? `Echo ${Math.round(echo.echo)} of 100, texture ${Math.round(echo.texture)} of 100`
    : 'Echo: not measured';
  return (
    <svg width={size} height={size} viewBox="0 0 78 78" role="img" aria-label={label} opacity={dim ? 0.55 : 1}>
      <path
        d={`M${FROM} ${FROM} h${0.3 * DIAL_SIDE} a${0.3 * DIAL_SIDE} ${0.3 * DIAL_SIDE} 0 0 1 ${-0.3 * DIAL_SIDE} ${0.3 * DIAL_SIDE} z`}
        fill="var(--ambersoft)"
      />
      <path d={`M${FROM} ${FROM} V${TO} H${TO}`} fill="none" stroke="var(--ink2)" strokeWidth={1.5} />
      <path d={`M${FROM} ${FROM} H${TO} V${TO}`} fill="none" stroke="var(--line)" />
      {TICKS.map((t) => (
        <path
          key={t}
          d={`M${FROM} ${TO - t * DIAL_SIDE} h${t === 0.5 ? 7 : 4} M${FROM + t * DIAL_SIDE} ${TO} v${t === 0.5 ? -7 : -4}`}
          stroke="var(--ink2)"
        />
      ))}
      {echo && <Peg echo={within(echo.echo)} texture={within(echo.texture)} />}
    </svg>
  );
}

/** The peg, and how it is read off on both sides. */
function Peg({ echo, texture }: EchoPair) {
  const x = FROM + echo * DIAL_SIDE;
  const y = TO - texture * DIAL_SIDE;
  return (
    <>
      <path d={`M${FROM} ${y} H${x} V${TO}`} fill="none" stroke="var(--amber)" strokeDasharray="2 3" />
      <circle cx={x} cy={y} r={6} fill="var(--amberfill)" stroke="var(--ink)" strokeWidth={1.5} />
      <circle cx={x} cy={y} r={1.5} fill="var(--ink)" />
    </>
  );
}

const CENTRE = 39;
const OPEN = 1.5 * Math.PI;
const WIDTH = 4;

/** An arc of a ring that is open at the bottom, as far round as a share 0..1. */
function arc(radius: number, share: number): string {
  const at = (t: number) => {
    const a = Math.PI * 0.75 + t;
    return `${(CENTRE + radius * Math.cos(a)).toFixed(2)} ${(CENTRE + radius * Math.sin(a)).toFixed(2)}`;
  };
  const turn = OPEN * share;
  return `M${at(0)} A${radius} ${radius} 0 ${turn > Math.PI ? 1 : 0} 1 ${at(turn)}`;
}

/** The parts of an echo from the outer ring to the inner one. */
export const RINGS = [
  { part: 'outline', radius: 34, colour: 'var(--moss)' },
  { part: 'inside', radius: 27, colour: 'var(--amberfill)' },
  { part: 'grain', radius: 20, colour: 'var(--ink2)' },
] as const;

export type EchoNumbers = Record<'echo' | (typeof RINGS)[number]['part'], number>;

/** The echo as three growth rings around its number; empty until it is measured. */
export function Dial({ echo, size = 78, dim = false }: { echo: EchoNumbers | null; size?: number; dim?: boolean }) {
  const label = echo ? `Echo ${Math.round(echo.echo)} of 100` : 'Echo: not measured';
  return (
    <svg width={size} height={size} viewBox="0 0 78 78" role="img" aria-label={label} opacity={dim ? 0.55 : 1}>
      {RINGS.map(({ part, radius, colour }) => (
        <g key={part} fill="none" strokeWidth={WIDTH} strokeLinecap="round">
          <path d={arc(radius, 1)} stroke="var(--paper3)" />
          {echo && echo[part] >= 1 && <path d={arc(radius, Math.min(1, echo[part] / 100))} stroke={colour} />}
        </g>
      ))}
      <text
        x="39"
        y="46"
        textAnchor="middle"
        fontFamily="var(--serif)"
        fontWeight={600}
        fontSize={20}
        fill="var(--ink)"
      >
        {echo ? Math.round(echo.echo) : '–'}
      </text>
    </svg>
  );
}

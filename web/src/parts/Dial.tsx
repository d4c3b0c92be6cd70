const CENTRE = 39;
const OPEN = 1.5 * Math.PI;

function arc(radius: number): string {
  const at = (t: number) => {
    const a = Math.PI * 0.75 + t;
    return `${(CENTRE + radius * Math.cos(a)).toFixed(2)} ${(CENTRE + radius * Math.sin(a)).toFixed(2)}`;
  };
  return `M${at(0)} A${radius} ${radius} 0 1 1 ${at(OPEN)}`;
}

/** The place of the echo: three growth rings, open at the bottom. They stay empty until the echo is measured. */
export const Dial = ({ size = 78 }: { size?: number }) => (
  <svg width={size} height={size} viewBox="0 0 78 78" role="img" aria-label="Echo: not measured">
    {[34, 27, 20].map((radius) => (
      <path key={radius} d={arc(radius)} fill="none" stroke="var(--paper3)" strokeWidth={4} strokeLinecap="round" />
    ))}
    <text x="39" y="46" textAnchor="middle" fontFamily="var(--serif)" fontWeight={600} fontSize={20} fill="var(--ink2)">
      –
    </text>
  </svg>
);

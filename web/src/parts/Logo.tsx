/** The mark: a hand stamp on its amber block, with a broken line printed below. */
export const Logo = ({ size = 26 }: { size?: number }) => (
  <svg width={size} height={size} viewBox="0 0 26 26" aria-hidden>
    <path d="M13 2c4 0 6 3 5 6-.6 2-1.6 3-1.6 5h-6.800c0-2-1-3-1.6-5-1-3 1-6 5-6z" fill="var(--ink)" />
    <path d="M4.5 14.500h17c1 0 1.5.8 1.5 1.800V20H3v-3.700c0-1 .5-1.8 1.5-1.800z" fill="var(--amberfill)" />
    <path
      d="M3 22.300h3.200m1.4 0h4m1.8 0h2.600m1.7 0H23"
      stroke="var(--ink)"
      strokeWidth="1.6"
      strokeLinecap="round"
    />
  </svg>
);

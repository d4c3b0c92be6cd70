import type { ReactNode } from 'react';

/** One outlined family, 18 px, drawn with a 1.5 px pen. */
const icon = (path: ReactNode) =>
  function Icon({ size = 18 }: { size?: number }) {
    return (
      <svg
        width={size}
        height={size}
        viewBox="0 0 18 18"
        fill="none"
        stroke="currentColor"
        strokeWidth={1.5}
        strokeLinecap="round"
        strokeLinejoin="round"
        aria-hidden
        className="icon"
      >
        {path}
      </svg>
    );
  };

export const UndoIcon = icon(<path d="M4 7h6.500a3.7 3.7 0 0 1 0 7.500H7M4 7l3.3-3.300M4 7l3.3 3.3" />);
export const RedoIcon = icon(<path d="M14 7H7.500a3.7 3.7 0 0 0 0 7.500H11M14 7l-3.3-3.300M14 7l-3.3 3.3" />);
export const KeptIcon = icon(<path d="M3.5 9.500l3.5 3.500L14.5 5.5" />);
export const WaitIcon = icon(<path d="M9 3.500a5.5 5.5 0 1 0 5.5 5.500M9 6v3.200l2 1.3" />);
export const MuteIcon = icon(
  <path d="M2.5 9c1.7-2.8 3.9-4.2 6.5-4.200s4.8 1.4 6.5 4.200c-1.7 2.8-3.9 4.2-6.5 4.200S4.2 11.8 2.5 9zM9 7.200a1.8 1.8 0 1 0 0 3.6 1.8 1.8 0 0 0 0-3.600z" />,
);
export const MutedIcon = icon(
  <path d="M2.5 9c1.7-2.8 3.9-4.2 6.5-4.200s4.8 1.4 6.5 4.200c-1.7 2.8-3.9 4.2-6.5 4.200S4.2 11.8 2.5 9zM3.5 14.500l11-11" />,
);
export const SoloIcon = icon(
  <>
    <circle cx={9} cy={9} r={5.5} />
    <circle cx={9} cy={9} r={2} fill="currentColor" />
  </>,
);
export const ResetIcon = icon(<path d="M4.5 5.500v3.300h3.300M4.8 8.500A4.7 4.7 0 1 1 5.6 12" />);
export const AwayIcon = icon(<path d="M5 5l8 8M13 5l-8 8" />);
export const AsideIcon = icon(<path d="M4 9h8M9 5.500L12.500 9 9 12.500M15 4.500v9" />);
export const GripIcon = icon(
  <path d="M7 4.500v.01M11 4.500v.01M7 9v.01M11 9v.01M7 13.500v.01M11 13.500v.01" strokeWidth={2} />,
);
export const WideIcon = icon(<path d="M7 5L3.5 9 7 13M11 5l3.5 4-3.5 4M3.5 9h11" />);
export const SettingsIcon = icon(<path d="M3 5.500h7M14 5.500h1M3 12.500h1M8 12.500h7M12 3.700v3.600M6 10.700v3.6" />);
export const PackIcon = icon(<path d="M3.5 7h11v8h-11zM3.5 7V4h11v3M7 11l1.5 1.500L11.5 9.5" />);
export const StarIcon = icon(
  <path d="M9 3l1.800 3.900 4.200.5-3.100 2.900.8 4.200L9 12.400l-3.700 2.100.8-4.200L3 7.400l4.200-.5z" />,
);
export const TogetherIcon = icon(<path d="M3 6h12M3 12h12M6 4v4M6 10v4" />);

import { createTheme, type Theme, type ThemeOptions } from '@mui/material/styles';

const SANS = '"Source Sans 3 Variable", sans-serif';

export type Look = 'paper' | 'dusk';

/** Colours of the two looks; base.css has the same as custom properties for everything that is drawn by hand. */
const TONES = {
  paper: {
    paper: '#F5EFE4',
    raised: '#EDE4D3',
    line: '#D5C7AD',
    ink: '#2A211C',
    quiet: '#65564A',
    amber: '#8F4B00',
    moss: '#46613F',
    brick: '#9E3B2B',
  },
  dusk: {
    paper: '#2B231E',
    raised: '#342A24',
    line: '#54463B',
    ink: '#F1E7D6',
    quiet: '#B9A892',
    amber: '#F0A33A',
    moss: '#93B585',
    brick: '#E58A76',
  },
} as const;

const CORNERS = { borderRadius: 6 };

/** Work of unknown length: a piece that is moved, not laid out anew for each frame, since the work wants the processor. */
const UNDER_WAY = {
  '@keyframes under-way': { from: { transform: 'translateX(-100%)' }, to: { transform: 'translateX(250%)' } },
  '&.MuiLinearProgress-indeterminate .MuiLinearProgress-bar1': {
    left: 0,
    right: 'auto',
    width: '40%',
    animation: 'under-way 2s steps(25) infinite',
  },
  '&.MuiLinearProgress-indeterminate .MuiLinearProgress-bar2': { display: 'none' },
};

type Tones = (typeof TONES)[Look];
type Components = NonNullable<ThemeOptions['components']>;

const buttons = (t: Tones): Components => ({
  MuiButtonBase: { defaultProps: { disableRipple: true } },
  MuiButton: {
    defaultProps: { disableElevation: true, variant: 'outlined', size: 'small' },
    styleOverrides: {
      root: {
        fontSize: 13.5,
        lineHeight: 1.35,
        padding: '5px 12px',
        '&:focus-visible': { outline: `2px solid ${t.amber}`, outlineOffset: 2 },
      },
      outlined: { borderColor: t.amber },
    },
  },
  MuiIconButton: {
    defaultProps: { size: 'small' },
    styleOverrides: {
      root: {
        color: t.quiet,
        borderRadius: 6,
        padding: 5,
        '&:hover': { color: t.ink, background: t.raised },
        '&:focus-visible': { outline: `2px solid ${t.amber}` },
      },
    },
  },
});

/** What stands above the page: outlined, without shadows. */
function surfaces(t: Tones): Components {
  const outlined = { border: `1px solid ${t.line}`, backgroundImage: 'none', boxShadow: 'none' };
  return {
    MuiPaper: { styleOverrides: { root: { backgroundImage: 'none' } } },
    MuiMenu: { styleOverrides: { paper: outlined } },
    MuiMenuItem: {
      styleOverrides: { root: { fontSize: 14, minHeight: 32, '&.Mui-selected': { background: t.raised } } },
    },
    MuiInput: { styleOverrides: { root: { fontSize: 14 } } },
    MuiDialog: { styleOverrides: { paper: { ...outlined, borderRadius: 10 } } },
    MuiDrawer: { styleOverrides: { paper: { ...outlined, borderWidth: '0 0 0 1px' } } },
    MuiPopover: { styleOverrides: { paper: outlined } },
  };
}

const gauges = (t: Tones): Components => ({
  MuiTooltip: {
    defaultProps: { enterDelay: 500, arrow: false, describeChild: true },
    styleOverrides: {
      tooltip: {
        background: t.ink,
        color: t.paper,
        fontSize: 12.5,
        fontWeight: 400,
        borderRadius: 4,
        maxWidth: 260,
      },
    },
  },
  MuiSwitch: {
    styleOverrides: {
      root: { width: 28, height: 17, padding: 0, overflow: 'visible' },
      switchBase: {
        padding: 2.5,
        '&.Mui-checked': {
          transform: 'translateX(11px)',
          color: t.paper,
          '& + .MuiSwitch-track': { background: t.amber, opacity: 1 },
        },
        '&.Mui-focusVisible + .MuiSwitch-track': { outline: `2px solid ${t.amber}`, outlineOffset: 2 },
      },
      thumb: { width: 12, height: 12, boxShadow: 'none', color: t.paper },
      track: { borderRadius: 9, background: t.line, opacity: 1 },
    },
  },
  MuiLinearProgress: { styleOverrides: { root: { height: 4, borderRadius: 2, background: t.raised, ...UNDER_WAY } } },
  MuiSlider: {
    styleOverrides: {
      root: { height: 3, padding: '9px 0' },
      rail: { background: t.line, opacity: 1 },
      track: { border: 'none' },
      thumb: {
        width: 7,
        height: 19,
        borderRadius: 3,
        background: t.paper,
        border: `1.6px solid ${t.amber}`,
        boxShadow: 'none',
        '&::before': { boxShadow: 'none' },
        '&:hover, &.Mui-focusVisible, &.Mui-active': { boxShadow: `0 0 0 2px ${t.amber}55` },
      },
    },
  },
});

/** The component library in our own clothes: no shadows, no ripples, no capitals, our colours and corners. */
export function themeOf(look: Look): Theme {
  const t = TONES[look];
  return createTheme({
    palette: {
      mode: look === 'dusk' ? 'dark' : 'light',
      primary: { main: t.amber, contrastText: t.paper },
      success: { main: t.moss },
      error: { main: t.brick },
      background: { default: t.paper, paper: t.paper },
      text: { primary: t.ink, secondary: t.quiet },
      divider: t.line,
    },
    shape: CORNERS,
    typography: { fontFamily: SANS, fontSize: 14, button: { textTransform: 'none', fontWeight: 600 } },
    components: { ...buttons(t), ...surfaces(t), ...gauges(t) },
  });
}

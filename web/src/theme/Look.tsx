import { CacheProvider } from '@emotion/react';
import { ThemeProvider } from '@mui/material/styles';
import { useLayoutEffect, useMemo, type ReactNode } from 'react';
import { create } from 'zustand';
import { styleSheets } from './style-sheets.ts';
import { themeOf, type Look as LookName } from './theme.ts';

const STORED = 'amber-stamp-look';
const stored = (): LookName => (localStorage.getItem(STORED) === 'dusk' ? 'dusk' : 'paper');

export const useLook = create<{ look: LookName }>(() => ({ look: stored() }));
export function setLook(look: LookName): void {
  localStorage.setItem(STORED, look);
  useLook.setState({ look });
}

/** Dresses the page: warm paper, or dusk for dark rooms. */
export function Look({ children }: { children: ReactNode }) {
  const look = useLook((s) => s.look);
  const theme = useMemo(() => themeOf(look), [look]);
  useLayoutEffect(() => {
    document.documentElement.dataset.look = look;
  }, [look]);
  return (
    <CacheProvider value={styleSheets}>
      <ThemeProvider theme={theme}>{children}</ThemeProvider>
    </CacheProvider>
  );
}

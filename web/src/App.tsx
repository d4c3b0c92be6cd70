import { SnackbarProvider } from 'notistack';
import { lazy, Suspense, useEffect, useState } from 'react';
import { Route, Routes } from 'react-router';
import { useStore } from 'zustand';
import { bench, benchRead } from './ahead.ts';
import { door } from './api/client.ts';
import { later } from './engine/clock.ts';
import { listenToNews } from './bench/news.ts';
import { Arriving } from './bench/parts/Arriving.tsx';
import { DropAnywhere } from './bench/parts/DropAnywhere.tsx';
import { Guide } from './guide/Guide.tsx';
import { CabinetPage } from './pages/CabinetPage.tsx';
import { Unread } from './parts/Unread.tsx';
import { NothingHere } from './pages/NothingHere.tsx';

const LaterBench = lazy(async () => ({ default: await bench() }));
const SettingsPage = lazy(async () => ({ default: (await import('./pages/SettingsPage.tsx')).SettingsPage }));
const TokenPage = lazy(async () => ({ default: (await import('./pages/TokenPage.tsx')).TokenPage }));
const NewPage = lazy(async () => ({ default: (await import('./pages/NewPage.tsx')).NewPage }));
/** The bench: rendered at once where it was read already, since what has been waited for is shown a third of a second later. */
function BenchPage() {
  const [Page] = useState(() => benchRead() ?? LaterBench);
  return <Page />;
}

/** Reads the bench ahead, and has brushes made that pages which are gone had begun. */
async function getReady(): Promise<void> {
  await bench();
  await (await import('./bench/session.ts')).recoverBegun();
}

/** The cabinet stands by then, ms. */
const AHEAD_MS = 1500;

/** The pages, kept up with what others change. */
function Inside() {
  useEffect(() => listenToNews(), []);
  useEffect(() => later(AHEAD_MS, () => void getReady().catch(() => undefined)), []);
  return (
    <DropAnywhere>
      <Unread>
        <Suspense fallback={<div className="app" aria-busy="true" />}>
          <Routes>
            <Route path="/" element={<CabinetPage />} />
            <Route path="/brush/:id" element={<BenchPage />} />
            <Route path="/brush/:id/:stage" element={<BenchPage />} />
            <Route path="/new/:how" element={<NewPage />} />
            <Route path="/settings" element={<SettingsPage />} />
            <Route path="*" element={<NothingHere />} />
          </Routes>
        </Suspense>
      </Unread>
      <Arriving />
      <Guide />
    </DropAnywhere>
  );
}

export function App() {
  const closed = useStore(door, (s) => s.closed);
  return (
    <SnackbarProvider maxSnack={4} anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}>
      {closed ? (
        <Suspense fallback={null}>
          <TokenPage />
        </Suspense>
      ) : (
        <Inside />
      )}
    </SnackbarProvider>
  );
}

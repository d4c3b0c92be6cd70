import { SnackbarProvider } from 'notistack';
import { useEffect } from 'react';
import { Route, Routes } from 'react-router';
import { useDoor } from './api/client.ts';
import { listenToNews } from './bench/news.ts';
import { Arriving } from './bench/parts/Arriving.tsx';
import { DropAnywhere } from './bench/parts/DropAnywhere.tsx';
import { Guide } from './guide/Guide.tsx';
import { BenchPage } from './pages/BenchPage.tsx';
import { CabinetPage } from './pages/CabinetPage.tsx';
import { NewPage } from './pages/NewPage.tsx';
import { NothingHere } from './pages/NothingHere.tsx';
import { SettingsPage } from './pages/SettingsPage.tsx';
import { TokenPage } from './pages/TokenPage.tsx';

/** The pages, kept up with what others change. */
function Inside() {
  useEffect(() => listenToNews(), []);
  return (
    <DropAnywhere>
      <Routes>
        <Route path="/" element={<CabinetPage />} />
        <Route path="/brush/:id" element={<BenchPage />} />
        <Route path="/brush/:id/:stage" element={<BenchPage />} />
        <Route path="/new/:how" element={<NewPage />} />
        <Route path="/settings" element={<SettingsPage />} />
        <Route path="*" element={<NothingHere />} />
      </Routes>
      <Arriving />
      <Guide />
    </DropAnywhere>
  );
}

export function App() {
  const closed = useDoor((s) => s.closed);
  return (
    <SnackbarProvider maxSnack={4} anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}>
      {closed ? <TokenPage /> : <Inside />}
    </SnackbarProvider>
  );
}

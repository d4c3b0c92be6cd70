import '@fontsource-variable/fraunces/index.css';
import '@fontsource-variable/source-sans-3/index.css';
import './theme/base.css';
import './theme/page.css';
import './theme/run.css';
import './theme/columns.css';
import './theme/alone.css';
import './theme/narrow.css';
import './theme/prove.css';
import './theme/relief.css';
import './theme/sheet.css';
import './theme/rows.css';
import './theme/panels.css';
import './theme/cards.css';
import './theme/maker.css';
import './theme/answers.css';
import './theme/cabinet.css';
import './theme/boxes.css';
import './theme/asked.css';
import './theme/overlays.css';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { askForPage } from './ahead.ts';
import { queryClient } from './api/queries.ts';
import { App } from './App.tsx';
import { Look } from './theme/Look.tsx';

function render(): void {
  createRoot(document.getElementById('root') as HTMLElement).render(
    <StrictMode>
      <QueryClientProvider client={queryClient}>
        <Look>
          <BrowserRouter>
            <App />
          </BrowserRouter>
        </Look>
      </QueryClientProvider>
    </StrictMode>,
  );
}

void askForPage(window.location.pathname).then(render);

import './dom.ts';
import './workers.ts';
import type { Bench } from '@amber-stamp/core/bench';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, render, screen, within } from '@testing-library/react';
import userEvent, { type UserEvent } from '@testing-library/user-event';
import { SnackbarProvider } from 'notistack';
import type { ReactElement } from 'react';
import { clearPlates } from '../../src/bench/plates.ts';
import { closeBench, openBench, presentBench, useBench } from '../../src/bench/store.ts';
import { Look } from '../../src/theme/Look.tsx';
import { benchOf, STANDING } from './benches.ts';

export { act, screen, within };

/** Shows a part on the page with what is said beside it. */
export function show(part: ReactElement): UserEvent {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  render(
    <QueryClientProvider client={client}>
      <Look>
        <SnackbarProvider />
        {part}
      </Look>
    </QueryClientProvider>,
  );
  return userEvent.setup({ delay: null });
}

/** Clears the page after each test of the suite. */
export const withPage = (): void => void afterEach(cleanup);

/** A part that is given the bench as it now is. */
function OnBench({ part }: { part: (bench: Bench) => ReactElement }) {
  const bench = useBench((s) => s.bench);
  return bench && part(bench);
}

interface ShownOnBench {
  user: UserEvent;
  /** what the bench holds now */
  now: () => Bench;
  /** what the gestures were told as, in their order */
  told: string[];
}

/** Opens a bench and shows a part of it. */
export function showOnBench(part: (bench: Bench) => ReactElement, bench = benchOf()): ShownOnBench {
  openBench(bench, STANDING);
  const told: string[] = [];
  const stop = useBench.subscribe((state, before) => {
    if (state.gesture !== before.gesture && state.gesture > 0) told.push(state.what);
  });
  stops.push(stop);
  return { user: show(<OnBench part={part} />), now: presentBench, told };
}
const stops: (() => void)[] = [];

/** Clears page and bench around each test of the suite: other files of tests may run in the process before it. */
export function withBenchPage(): void {
  withPage();
  beforeEach(clearPlates);
  afterEach(() => {
    for (const stop of stops.splice(0)) stop();
    closeBench();
    clearPlates();
  });
}

/** Types a value into a field by its name and presses Enter. */
export async function enter(user: UserEvent, field: string, text: string): Promise<void> {
  const box = screen.getByRole('textbox', { name: field });
  await user.clear(box);
  await user.type(box, `${text}{Enter}`);
}

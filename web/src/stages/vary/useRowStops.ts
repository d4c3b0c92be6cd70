import { useEffect, useRef, type KeyboardEvent, type RefObject } from 'react';

/** Everything of a row's first lines that takes the focus: its drivers have stops of their own. */
const STOPS = '.line1 button, .line1 input, .rule [role=slider]';
const LABEL = '.line1 .label';

const stopsOf = (row: HTMLElement): HTMLElement[] => [...row.querySelectorAll<HTMLElement>(STOPS)];

/** The label of the row above or below. */
function neighbour(row: HTMLElement, by: 1 | -1): HTMLElement | null {
  const rows = [...(row.parentElement?.querySelectorAll<HTMLElement>(':scope > .row') ?? [])];
  return rows[rows.indexOf(row) + by]?.querySelector<HTMLElement>(LABEL) ?? null;
}

/**
 * A row is one stop of the Tab key, at its name: the arrows go from there to its chips, tools, value and pegs, and up and
 * down to the next row. On a peg and in a value the arrows are theirs; Shift and Tab come back to the name.
 */
export function useRowStops(): { row: RefObject<HTMLDivElement | null>; onKeyDown: (event: KeyboardEvent) => void } {
  const row = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!row.current) return;
    for (const stop of stopsOf(row.current)) if (!stop.matches(LABEL)) stop.tabIndex = -1;
  });
  const onKeyDown = (event: KeyboardEvent) => {
    const here = event.target as HTMLElement;
    if (!row.current || !here.matches('.line1 button')) return;
    const stops = stopsOf(row.current);
    const at = stops.indexOf(here);
    const next = {
      ArrowRight: stops[at + 1],
      ArrowLeft: stops[at - 1],
      ArrowDown: neighbour(row.current, 1),
      ArrowUp: neighbour(row.current, -1),
    }[event.key];
    if (!next) return;
    event.preventDefault();
    next.focus();
  };
  return { row, onKeyDown };
}

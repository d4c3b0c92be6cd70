import type { Bench } from '@amber-stamp/core/bench';
import { create } from 'zustand';
import type { BoxSize } from '../parts/useBoxSize.ts';
import type { SheetBox } from './stroke-box.ts';

/** What the hand does on the wide sheet: choices of the eye, not part of the brush. */
export interface Hand {
  does: 'draw' | 'pick' | 'take colour';
  /** number of the picked stroke */
  picked: number | null;
  /** css px for each px of the sheet */
  zoom: number;
  /** css px from the sheet's corner to the window's */
  left: number;
  top: number;
  /** the sheet itself is held, to be moved: nothing is drawn */
  holding: boolean;
  /** held keys: the next stroke takes away, the stroke under way is straight */
  away: boolean;
  straight: boolean;
  strip: 'single' | 'built up' | 'the pen';
  /** the sheet as far as its window shows it at 100 %, px; 0 before it is shown */
  paper: BoxSize;
}
export const useHand = create<Hand>(() => ({
  does: 'draw',
  picked: null,
  zoom: 1,
  left: 0,
  top: 0,
  holding: false,
  away: false,
  straight: false,
  strip: 'single',
  paper: { width: 0, height: 0 },
}));

export const ZOOM_LIMITS = [0.12, 8] as const;

/** Of the places where a zoom stops on its way, so that one comes back to where one was. */
export const ZOOM_STOPS = [0.12, 0.25, 0.5, 1, 2, 4, 8] as const;

const within = (zoom: number): number => Math.max(ZOOM_LIMITS[0], Math.min(ZOOM_LIMITS[1], zoom));

/** Shows the sheet at a zoom; what lies at a place of the window, css px, stays there. */
export function zoomTo(wanted: number, at: { x: number; y: number }): void {
  useHand.setState(({ zoom, left, top }) => {
    const next = within(wanted);
    const by = next / zoom;
    return { zoom: next, left: (left + at.x) * by - at.x, top: (top + at.y) * by - at.y };
  });
}

/** Moves the sheet under its window, css px. */
export const moveSheet = (dx: number, dy: number): void =>
  useHand.setState(({ left, top }) => ({ left: left - dx, top: top - dy }));

/** Brings a box of the sheet into the window, as large as it goes there but never larger than it is. */
export function fitSheet(box: SheetBox): void {
  useHand.setState(({ paper }) => {
    const zoom = within(Math.min(1, paper.width / (box.right - box.left), paper.height / (box.low - box.top)));
    const middle = { x: ((box.left + box.right) / 2) * zoom, y: ((box.top + box.low) / 2) * zoom };
    return { zoom, left: middle.x - paper.width / 2, top: middle.y - paper.height / 2 };
  });
}

/** The picked stroke, if it is still there. */
export const pickedStroke = (bench: Bench, picked: number | null) =>
  picked === null ? undefined : bench.strokes.find(({ number }) => number === picked);

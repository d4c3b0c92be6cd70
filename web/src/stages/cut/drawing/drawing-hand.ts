import { drawnFields, type DrawnStroke } from '@amber-stamp/core/cut';
import { limitsOf, within } from '@amber-stamp/core/model';
import { create } from 'zustand';

/** What the next stroke is drawn with. */
export type StrokeTool = Omit<DrawnStroke, 'points' | 'number' | 'width'>;

const ROUND: StrokeTool = {
  brush: '',
  sizePct: 6,
  value: 1,
  out: false,
  soft: 0.3,
  mirror: 0,
  sectors: 1,
  wrap: 'none',
};

/** What the hand does on the picture of a step: choices of the eye, not part of the recipe. */
interface DrawingHand {
  /** the step that it is at: another one begins with a plain hand */
  step: string;
  tool: StrokeTool;
  does: 'draw' | 'pick';
  /** number of the picked stroke */
  picked: number | null;
  /** held keys: the next stroke takes away, the stroke under way is straight */
  away: boolean;
  straight: boolean;
  /** how far the stroke lags behind the hand, percent */
  steady: number;
  /** css px for each px of what is drawn on */
  zoom: number;
  /** a mouse presses fully: a stroke is as wide as its size */
  mousePressure: number;
  /** the plate is seen three by three, so that its joints show */
  tiled: boolean;
}

export const useDrawingHand = create<DrawingHand>(() => ({
  step: '',
  tool: ROUND,
  does: 'draw',
  picked: null,
  away: false,
  straight: false,
  steady: 0,
  zoom: 1,
  mousePressure: 1,
  tiled: false,
}));

/** Takes up a step: nothing carries over from another one. Retouching begins by taking out. */
export function takeUpStep(step: string, retouches: boolean): void {
  if (useDrawingHand.getState().step === step) return;
  const tool = retouches ? { ...ROUND, out: true, sizePct: 4 } : ROUND;
  useDrawingHand.setState({ step, tool, does: 'draw', picked: null, tiled: false });
}

export const setTool = (part: Partial<StrokeTool>): void =>
  useDrawingHand.setState(({ tool }) => ({ tool: { ...tool, ...part } }));

/** Larger or smaller by a tenth. */
export function resizeTool(by: number): void {
  const { sizePct } = useDrawingHand.getState().tool;
  setTool({ sizePct: Math.round(within(limitsOf(drawnFields.sizePct), sizePct * by) * 100) / 100 });
}

import type { OwnStroke } from '@amber-stamp/core/bench';
import { replayMoments, replayMs, replayed } from '@amber-stamp/core/path';
import { Slider } from '@mui/material';
import { useEffect } from 'react';
import { create } from 'zustand';

/** Pause between two strokes when they are played again, ms. */
const PAUSE_MS = 250;

/** How far the own strokes have been drawn again, ms; null: they are all shown. */
export const useReplay = create<{ at: number | null; running: boolean }>(() => ({ at: null, running: false }));

/** What is seen of strokes while they are played again. */
export const seenOf = (strokes: readonly OwnStroke[], at: number | null): readonly OwnStroke[] =>
  at === null ? strokes : replayed(strokes, at, PAUSE_MS);

/** Moves by one sample of the pen. */
function step(strokes: readonly OwnStroke[], by: -1 | 1): void {
  const all = replayMoments(strokes, PAUSE_MS);
  const at = useReplay.getState().at ?? all[all.length - 1];
  const next = by > 0 ? all.find((t) => t > at + 1e-6) : all.findLast((t) => t < at - 1e-6);
  useReplay.setState({ at: next ?? at, running: false });
}

/** Draws the own strokes again as they were drawn: at their speed, or sample by sample. */
export function Replay({ strokes }: { strokes: readonly OwnStroke[] }) {
  const { at, running } = useReplay();
  const total = replayMs(strokes, PAUSE_MS);
  useEffect(() => {
    if (!running) return;
    let frame = 0;
    let last = performance.now();
    const tick = (now: number) => {
      const next = (useReplay.getState().at ?? 0) + now - last;
      last = now;
      if (next >= total) return useReplay.setState({ at: total, running: false });
      useReplay.setState({ at: next });
      frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frame);
  }, [running, total]);
  if (at === null)
    return (
      <button className="small" onClick={() => useReplay.setState({ at: 0, running: true })}>
        play again
      </button>
    );
  return (
    <span className="replay">
      <button
        className="small"
        onClick={() => useReplay.setState({ running: !running, at: !running && at >= total ? 0 : at })}
      >
        {running ? 'stop' : at >= total ? 'once more' : 'go on'}
      </button>
      <button className="small" onClick={() => step(strokes, -1)}>
        a sample back
      </button>
      <button className="small" onClick={() => step(strokes, 1)}>
        a sample on
      </button>
      <Slider
        size="small"
        aria-label="How far the strokes are drawn"
        value={at}
        min={0}
        max={Math.max(1, total)}
        valueLabelDisplay="off"
        getAriaValueText={(v) => `${(v / 1000).toFixed(1)} s`}
        onChange={(_, v) => useReplay.setState({ at: v, running: false })}
      />
      <span>
        {(at / 1000).toFixed(1)} of {(total / 1000).toFixed(1)} s
      </span>
      <button className="small" onClick={() => useReplay.setState({ at: null, running: false })}>
        all
      </button>
    </span>
  );
}

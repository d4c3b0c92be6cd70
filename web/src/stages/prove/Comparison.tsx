import type { Bench, BrushState, Pin } from '@amber-stamp/core/bench';
import { useMemo, type KeyboardEvent, type PointerEvent } from 'react';
import { stateOfFix, useCures } from '../../bench/cures.ts';
import { useHeldStates } from '../../bench/held-states.ts';
import { pairWords } from '../../parts/Dial.tsx';
import { usePinEcho } from '../../bench/pin-echo.ts';
import type { ProofStroke } from '../../bench/ink-job.ts';
import { InkProof } from '../../bench/parts/InkProof.tsx';
import { useProveEye } from './view.ts';

interface Common {
  strokes: readonly ProofStroke[];
  bench: Bench;
  scale: number;
}

interface Shown {
  state: BrushState;
  /** the cure that is tried on, and whether its plates are cut */
  what: string | undefined;
  ready: boolean;
}

/** The present state, or what a cure that is tried on makes of it. */
function useShown(bench: Bench): Shown {
  const on = useCures((s) => s.on);
  const state = useMemo(() => (on ? stateOfFix(bench, on) : bench), [bench, on]);
  const ready = useHeldStates(useMemo(() => (on ? [state] : []), [on, state]));
  return { state, what: on?.what, ready };
}

const Present = ({ strokes, bench, scale, shown: { state, what } }: Common & { shown: Shown }) => (
  <InkProof
    view="present"
    label={what ? `Present state with ${what}` : 'Present state'}
    brush={state.brush}
    plates={state.plates}
    strokes={strokes}
    scale={scale}
    ground={bench.sheet}
    kept={what !== undefined}
  />
);

function PresentTag({ shown, alone, right = false }: { shown: Shown; alone?: boolean; right?: boolean }) {
  const { what, ready } = shown;
  const now = alone ? 'now; nothing is pinned beside it yet' : 'now';
  return (
    <span className={right ? 'tag right' : 'tag'}>
      {what === undefined ? now : ready ? `now, with this tried on: ${what}` : `cutting what is tried on: ${what} …`}
    </span>
  );
}

const Kept = ({ strokes, bench, scale, state, view }: Common & { state: BrushState; view: string }) => (
  <InkProof
    view={view}
    label="Pinned state"
    brush={state.brush}
    plates={state.plates}
    strokes={strokes}
    scale={scale}
    ground={bench.sheet}
    kept
  />
);

const STEP = 0.02;

/** The peg that is dragged across: left of it the pin, right of it the present state. */
function Peg() {
  const wipe = useProveEye((s) => s.wipe);
  const set = (v: number) => useProveEye.setState({ wipe: Math.max(0, Math.min(1, v)) });
  const drag = (e: PointerEvent<HTMLElement>) => {
    if (e.buttons === 0) return;
    const box = (e.currentTarget.parentElement as HTMLElement).getBoundingClientRect();
    set((e.clientX - box.left) / box.width);
  };
  const keys = (e: KeyboardEvent) => {
    const by = { ArrowLeft: -STEP, ArrowRight: STEP, Home: -1, End: 1 }[e.key];
    if (!by) return;
    e.preventDefault();
    set(wipe + by * (e.shiftKey ? 5 : 1));
  };
  return (
    <span
      className="wipe"
      role="slider"
      tabIndex={0}
      aria-label="Wipe between the pin and now"
      aria-valuenow={Math.round(100 * wipe)}
      aria-valuemin={0}
      aria-valuemax={100}
      style={{ left: `${100 * wipe}%` }}
      onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
      onPointerMove={drag}
      onKeyDown={keys}
    >
      <i />
    </span>
  );
}

function PinTag({ pin }: { pin: Pin }) {
  const pair = usePinEcho(pin);
  return (
    <span className="tag">
      pinned, {pin.label}
      {pair && `, ${pairWords(pair)}`}
    </span>
  );
}

/** A pin and the present state: the same strokes, the same chance. */
export function Comparison({ pin, ...common }: Common & { pin: Pin | undefined }) {
  const { how, wipe, blink } = useProveEye();
  const shown = useShown(common.bench);
  if (!pin)
    return (
      <div className="proof">
        <Present {...common} shown={shown} />
        <PresentTag shown={shown} alone />
      </div>
    );
  const tag = <PinTag pin={pin} />;
  if (blink)
    return (
      <div className="proof">
        <Kept {...common} state={pin} view="blink" />
        {tag}
      </div>
    );
  if (how === 'beside')
    return (
      <div className="both">
        <div className="proof">
          <Kept {...common} state={pin} view="pinned" />
          {tag}
        </div>
        <div className="proof">
          <Present {...common} shown={shown} />
          <PresentTag shown={shown} />
        </div>
      </div>
    );
  return (
    <div className="proof">
      <Present {...common} shown={shown} />
      <div className="over" style={{ clipPath: `inset(0 ${100 - 100 * wipe}% 0 0)` }}>
        <Kept {...common} state={pin} view="pinned" />
      </div>
      {tag}
      <PresentTag shown={shown} right />
      <Peg />
    </div>
  );
}

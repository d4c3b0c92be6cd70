import { useAbortable } from '../parts/useAbortable.ts';
import type { AmberError } from '@amber-stamp/core/errors';
import { useDeferredValue, useEffect, useLayoutEffect, useRef, useState, type RefObject } from 'react';
import { Navigate, useNavigate, useParams } from 'react-router';
import { useHotkeys } from 'react-hotkeys-hook';
import { later } from '../engine/clock.ts';
import { whenFree } from '../engine/at-work.ts';
import { coded } from '../parts/coded.ts';
import { rollSeed } from '../bench/edit.ts';
import { startKeeping } from '../bench/keeping.ts';
import { startHearing } from '../bench/elsewhere.ts';
import { startNotingEcho } from '../bench/note-echo.ts';
import { useBenchEye } from '../bench/eye.ts';
import { useMeasuring } from '../bench/echo.ts';
import { useMeasuringOwn } from '../bench/own-echo.ts';
import { wantPlates } from '../bench/plates.ts';
import { hangsOver } from '../bench/surface.ts';
import { guardLeaving, openBrush } from '../bench/session.ts';
import { redo, useBench } from '../bench/store.ts';
import { EVERYWHERE } from '../parts/keys.ts';
import { BenchHeader } from './bench/BenchHeader.tsx';
import { takeBackOrSay } from './bench/take-back.ts';
import { Run } from './bench/Run.tsx';
import { Sheet } from './bench/Sheet.tsx';
import { isStage, readAhead, STAGES, StageControls, StageWork } from './bench/stages.tsx';
import { Lesson } from '../lesson/Lesson.tsx';
import { Status } from './bench/Status.tsx';
import { castOf } from '../stages/find/relief/cast-place.ts';
import { pickedStroke, useHand } from '../bench/hand.ts';
import { toggleAlone, useWide } from '../wide/widened.ts';
import { WideSheet } from '../wide/WideSheet.tsx';
import { useVaryEye } from '../stages/vary/vary-eye.ts';
import { NothingHere } from './NothingHere.tsx';

/** Loads the brush of the address; gives what went wrong. */
function useOpenBrush(id: string): { error: AmberError | null; open: boolean } {
  const [error, setError] = useState<AmberError | null>(null);
  const open = useBench((s) => s.bench !== null && s.standing?.brushId === id);
  useAbortable(
    (signal) => {
      setError(null);
      openBrush(id).catch((cause: unknown) => {
        if (!signal.aborted) setError(coded(cause, 'The brush could not be opened. Try again.'));
      });
    },
    [id],
  );
  return { error, open };
}

function useBenchKeys(id: string): void {
  const navigate = useNavigate();
  useHotkeys('mod+z', takeBackOrSay, { ...EVERYWHERE, preventDefault: true });
  useHotkeys('mod+shift+z, mod+y', () => redo(), { ...EVERYWHERE, preventDefault: true });
  useHotkeys(
    '1, 2, 3, 4, 5',
    (_, { keys }) => void navigate(`/brush/${id}/${STAGES[Number(keys?.[0]) - 1]}`),
    EVERYWHERE,
  );
  useHotkeys('w', () => useWide.setState(({ wide }) => ({ wide: !wide })), EVERYWHERE);
  useHotkeys('a', toggleAlone, EVERYWHERE);
  useHotkeys(
    'escape',
    () => {
      const { does, picked } = useHand.getState();
      const { bench } = useBench.getState();
      // what the hand is at ends first
      if (does === 'draw' && !(bench && pickedStroke(bench, picked))) useWide.setState({ alone: false });
    },
    EVERYWHERE,
  );
  useHotkeys('r', () => rollSeed(), EVERYWHERE);
}

/** Every stage is scrolled as it was left. */
function useOwnScroll(stage: string): RefObject<HTMLElement | null> {
  const element = useRef<HTMLElement>(null);
  const places = useRef(new Map<string, number>());
  useLayoutEffect(() => {
    const column = element.current;
    if (!column) return;
    column.scrollTop = places.current.get(stage) ?? 0;
    const { current } = places;
    const note = () => void current.set(stage, column.scrollTop);
    column.addEventListener('scroll', note, { passive: true });
    return () => column.removeEventListener('scroll', note);
  }, [stage]);
  return element;
}

/** The first strokes stand by then, ms. */
const AHEAD_MS = 2500;

/** What goes on behind the bench as long as it is open. */
function useBehind(open: boolean): void {
  useMeasuring(open);
  useMeasuringOwn();
  useEffect(() => startKeeping(), []);
  useEffect(() => startNotingEcho(), []);
  useEffect(() => startHearing(), []);
  useEffect(() => guardLeaving(), []);
  useEffect(() => later(AHEAD_MS, () => void whenFree().then(readAhead)), []);
}

function Bench({ id, stage }: { id: string; stage: string }) {
  const { error, open } = useOpenBrush(id);
  const bench = useBench((s) => s.bench);
  const wide = useWide((s) => s.wide || s.alone);
  const controls = useOwnScroll(stage);
  const alone = useWide((s) => s.alone);
  // the sheet comes first: strokes are laid while the controls are rendered
  const afterSheet = useDeferredValue(open, false);
  useBenchEye(); // another coat or plate: everything below shows it
  useBenchKeys(id);
  useBehind(open);
  // another brush is looked at from its rows, on a sheet as large as it is
  useEffect(
    () => () => {
      useVaryEye.setState({ part: 'rows', open: 'size' });
      useHand.setState({ zoom: 1, left: 0, top: 0, picked: null, does: 'draw' });
    },
    [],
  );
  // what a cast saw of its mesh is shown where the mesh is turned
  const needsReport =
    stage === 'cut' || (bench !== null && ((stage === 'find' && castOf(bench).place >= 0) || hangsOver(bench)));
  useEffect(() => {
    if (!open) return;
    const want = () => {
      const { bench: now, gesturing } = useBench.getState();
      if (now) wantPlates(now, needsReport, gesturing);
    };
    want();
    // at once, not after the page has been rendered: the cutting and the rendering then run side by side
    return useBench.subscribe((state, before) => {
      if (state.bench !== before.bench || state.gesturing !== before.gesturing) want();
    });
  }, [open, needsReport]);
  useEffect(() => {
    if (bench) document.title = `${bench.brush.name} – Amber Stamp`;
  }, [bench]);
  if (error) return <NothingHere sentence={error.message} />;
  if (!open || !bench || !isStage(stage)) return <div className="app" aria-busy="true" />;
  return (
    <div className={`app ${alone ? 'alone' : ''}`}>
      <BenchHeader id={id} name={bench.brush.name} />
      <div className="bench">
        <Run id={id} stage={stage} bench={bench} />
        <main className="columns" id="main" tabIndex={-1}>
          <h1 className="hidden">
            {bench.brush.name}, {stage}
          </h1>
          <section className="controls" aria-label={`Controls: ${stage}`} ref={controls}>
            {afterSheet && <StageControls stage={stage} bench={bench} />}
          </section>
          {wide ? <WideSheet bench={bench} /> : <StageWork stage={stage} bench={bench} />}
          <Sheet bench={bench} />
        </main>
        <Status />
      </div>
      <Lesson id={id} stage={stage} />
    </div>
  );
}

export function BenchPage() {
  const { id = '', stage } = useParams();
  if (!isStage(stage ?? '')) return <Navigate to={`/brush/${id}/vary`} replace />;
  return <Bench key={id} id={id} stage={stage as string} />;
}

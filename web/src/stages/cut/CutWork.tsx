import { cutSignal } from '../../bench/long-cut.ts';
import { useAbortable } from '../../parts/useAbortable.ts';
import type { Bench } from '@amber-stamp/core/bench';
import { stepNamed } from '@amber-stamp/core/cut';
import type { BorderReport, Plate } from '@amber-stamp/core/raster';
import { lazy, Suspense, useState, type PointerEvent, type ReactNode } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { EVERYWHERE } from '../../parts/keys.ts';
import { useFrame } from '../../bench/border.ts';
import { presentPlate } from '../../bench/edit.ts';
import { useFindings } from '../../bench/findings.ts';
import { sourceKey } from '../../bench/plate-key.ts';
import { usePlates } from '../../bench/plates.ts';
import { PlateView } from '../../parts/PlateView.tsx';
import { cutter } from '../../engine/pool.ts';
import { useChosen } from './chosen.ts';
import { isPlaced, StepWork } from './handles/StepWork.tsx';
import { BitmapView } from '../../parts/BitmapView.tsx';
import { useStepView } from '../../bench/useStepView.ts';
import { Inspector } from './Inspector.tsx';
import { NineTimes } from './NineTimes.tsx';
import { RemovedTools, RemovedWork, specksPlace, useRemoved } from './Removed.tsx';
import { recipeOf } from './steps.ts';

const LOOKS = { b: 'before', n: 'upto' } as const;

/** Another state than the plate while a key is held: before the open step (B), or with nothing after it (N). */
function useHeldLook(bench: Bench): Plate | null {
  const { place, look } = useChosen();
  const [plate, setPlate] = useState<Plate | null>(null);
  const source = sourceKey(presentPlate(bench).plate);
  const recipe = recipeOf(bench);
  useHotkeys('b, n', (_, { keys }) => useChosen.setState({ look: LOOKS[keys?.[0] === 'n' ? 'n' : 'b'] }), {
    ...EVERYWHERE,
    keydown: true,
  });
  useHotkeys('b, n', () => useChosen.setState({ look: 'all' }), { ...EVERYWHERE, keyup: true, keydown: false });
  useAbortable(
    (signal) => {
      if (look === 'all' || !source || place < 0) {
        setPlate(null);
        return;
      }
      const last = look === 'before' ? place : place + 1;
      const steps = recipe.steps.map((step, i) => (i >= last ? { ...step, on: false } : step));
      cutter
        .after(source, { ...recipe, steps }, -1, cutSignal())
        .then((made) => {
          if (!signal.aborted) setPlate(made);
        })
        .catch(() => undefined);
    },
    [look, source, place, recipe],
  );
  return plate;
}

interface Spot {
  x: number;
  y: number;
  value: number;
}

/** The value under the pointer, 0..1, of a relief its height, or null when it is beside the plate. */
function spotUnder(event: PointerEvent, plate: Plate, frame: HTMLElement): Spot | null {
  const r = frame.getBoundingClientRect();
  const x = Math.floor(((event.clientX - r.left) / r.width) * plate.width);
  const y = Math.floor(((event.clientY - r.top) / r.height) * plate.height);
  if (x < 0 || y < 0 || x >= plate.width || y >= plate.height) return null;
  const at = y * plate.width + x;
  return { x, y, value: plate.heights ? plate.heights[at] : plate.data[at] / 65535 };
}

// what shows clay is large, so it comes when it is worked on
const SculptTable = lazy(() => import('./sculpt/SculptTable.tsx').then((m) => ({ default: m.SculptTable })));

/** The whole recipe's relief under the lamp. */
function ClayView({ bench, label }: { bench: Bench; label: string }) {
  const recipe = recipeOf(bench);
  const view = useStepView(sourceKey(presentPlate(bench).plate) ?? '', recipe, recipe.steps.length - 1);
  return view && <BitmapView bitmap={view.bitmap} label={label} />;
}

interface FrameProps {
  plate: Plate;
  onSpot: (spot: Spot | null) => void;
  children: ReactNode;
}

const PlateFrame = ({ plate, onSpot, children }: FrameProps) => (
  <div
    style={{
      position: 'relative',
      aspectRatio: `${plate.width} / ${plate.height}`,
      width: `min(100%, calc(${plate.width / plate.height} * (100cqh - 4px)))`,
      outline: '1px dashed rgba(143,75,0,.8)',
    }}
    className="frame"
    onPointerMove={(e) => onSpot(spotUnder(e, plate, e.currentTarget))}
    onPointerLeave={() => onSpot(null)}
  >
    {children}
  </div>
);

/** A way to look that is on or off; the words say what a press leads to. */
const Switched = ({
  on,
  set,
  words,
}: {
  on: boolean;
  set: (on: boolean) => void;
  words: readonly [string, string];
}) => (
  <button className="small" aria-pressed={on} onClick={() => set(!on)}>
    {words[on ? 0 : 1]}
  </button>
);

/** What the outermost ring does; of a plate that is laid side by side its sides may print. */
const BorderFact = ({ border: { verdict, max }, laid }: { border: BorderReport; laid: boolean }) => (
  <span>
    border ring{' '}
    {laid ? (
      <b>goes on: laid side by side</b>
    ) : (
      <span className={verdict === 'clear' ? 'good' : 'bad'}>
        {verdict === 'clear' ? 'clear' : verdict === 'square' ? 'prints a square' : 'touched'}, max {max.toFixed(3)}
      </span>
    )}
  </span>
);

/** What was found about the plate: its border, what it covers, its specks and values. */
function PlateFacts({ bench }: { bench: Bench }) {
  const ready = usePlates((s) => s.ready[presentPlate(bench).name]);
  const report = ready?.report;
  const found = useFindings((s) => s[presentPlate(bench).name]);
  const laid = useFrame(presentPlate(bench).name)?.verdict === 'laid';
  const removed = report?.facts.find((f) => f.removed !== undefined)?.removed;
  const pixels = ready ? ready.size.width * ready.size.height : 0;
  return (
    <div className="strip">
      {report && found ? (
        <>
          <BorderFact border={found.border} laid={laid} />
          <span>
            covered <b>{found.coveragePct.toFixed(0)} %</b>
          </span>
          <span>
            specks <b>{removed === undefined ? 'not looked for' : `${removed} taken out`}</b>
            {Number(removed) > 0 && <RemovedTools bench={bench} />}
          </span>
          <span>
            values <b>{found.levels.toLocaleString('en')}</b> in {pixels.toLocaleString('en')} px
          </span>
        </>
      ) : (
        <span>reading the source…</span>
      )}
    </div>
  );
}

/** The plate, large, as it prints, with its frame, the value under the pointer, and what was found about it. */
export function CutWork({ bench }: { bench: Bench }) {
  const { name } = presentPlate(bench);
  const ready = usePlates((s) => s.ready[name]);
  const busy = usePlates((s) => s.busy);
  const { place: chosen, look } = useChosen();
  const held = useHeldLook(bench);
  const [spot, setSpot] = useState<Spot | null>(null);
  const [close, setClose] = useState(false);
  // of what is laid side by side the joint is what matters
  const laid = useFrame(name)?.verdict === 'laid';
  const [chosenNine, setNine] = useState<boolean | null>(null);
  const nine = chosenNine ?? laid;
  const [clay, setClay] = useState(true);
  const red = useRemoved((s) => s.shown);
  useHotkeys('i', () => setClose(true), EVERYWHERE);
  if (!ready) return <section className="work" aria-busy="true" />;
  const plate = held ?? ready.plate;
  const step = recipeOf(bench).steps[chosen];
  if (step?.step === 'sculpt' && !held && step.on)
    return (
      <Suspense fallback={<section className="work" aria-busy="true" />}>
        <SculptTable bench={bench} place={chosen} />
      </Suspense>
    );
  if (isPlaced(step) && !held && step.on) return <StepWork bench={bench} place={chosen} />;
  if (red && !held && specksPlace(bench) >= 0) return <RemovedWork bench={bench} />;
  const title =
    held && step ? `plate ${look === 'before' ? 'before' : 'up to'} ${stepNamed(step.step).label}` : 'plate';
  const tiles = laid || recipeOf(bench).steps.some((s) => s.on && s.step === 'tile');
  const { width, height } = held ?? ready.size;
  return (
    <section className="work" aria-label="Plate">
      <div
        className="proof"
        style={{ display: 'grid', placeItems: 'center', padding: '34px 20px 18px', containerType: 'size' }}
      >
        <PlateFrame plate={plate} onSpot={setSpot}>
          {nine ? (
            <NineTimes plate={plate} />
          ) : plate.heights && clay && !held ? (
            <ClayView bench={bench} label={title} />
          ) : (
            <PlateView plate={plate} label={title} />
          )}
        </PlateFrame>
        <span className="tag">
          {title}, {width} x {height} px
          {spot ? `, value ${spot.value.toFixed(3)} at ${spot.x}, ${spot.y}` : ''}
          {busy ? ', cutting…' : ''}{' '}
          <button className="small" onClick={() => setClose(true)}>
            close up (I)
          </button>
          {plate.heights && <Switched on={clay} set={setClay} words={['as it prints', 'as clay']} />}
          {tiles && <Switched on={nine} set={setNine} words={['once', 'three by three']} />}
        </span>
        {close && <Inspector plate={plate} onClose={() => setClose(false)} />}
      </div>
      <PlateFacts bench={bench} />
    </section>
  );
}

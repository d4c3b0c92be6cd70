import { MAX_PINS, type Bench, type BrushState, type Pin } from '@amber-stamp/core/bench';
import type { Brush } from '@amber-stamp/core/model';
import { byScore, handOut, combineFixes, type FixBaseline, type Fix, type TriedFix } from '@amber-stamp/core/prove';
import { create } from 'zustand';
import { coded } from '../parts/coded.ts';
import { notifyError } from '../parts/messages.tsx';
import type { ProveJob, ShownFix, EchoPair } from '../engine/protocol/prove.ts';
import { beforeOthers } from '../engine/at-work.ts';
import { onAllProvers, proverFor } from '../engine/provers.ts';
import { begunFor, glancedAt, glanceForOne, stopAhead, tryNow } from './cures-ahead.ts';
import { dropUnused } from './coat.ts';
import { cutFurther } from './cut-further.ts';
import { echoJob, useEcho } from './echo.ts';
import { LatestJob } from '../engine/latest-jobs.ts';
import { presentPin } from './present-pin.ts';
import { sourceKey } from './plate-key.ts';
import { change, presentBench } from './store.ts';

interface Cures {
  /** what was tried, best first; of which state */
  tried: ShownFix[];
  of: Bench | null;
  before: FixBaseline | null;
  /** what is being done, and how much of it is done; null: nothing */
  work: { what: string; done: number; total: number } | null;
  /** how far the look may change, 0..1 */
  budget: number;
  /** the fix that is looked at in large before it is taken */
  on: Fix | null;
  /** why nothing was cured */
  said: string | null;
  /** what was cured by itself last */
  done: Cured | null;
}

/** What curing by itself did, each change in words, and the state that it made. */
export interface Cured {
  changes: readonly string[];
  from: EchoPair;
  to: EchoPair;
  look: number;
  /** place of the pin that holds the state before */
  pin: number;
  of: Bench;
}
const NOTHING = { tried: [], of: null, before: null, work: null, on: null, said: null, done: null } as const;
export const useCures = create<Cures>(() => ({ ...NOTHING, tried: [], budget: 0.2 }));

/** Shows what a fix would make of the strokes, or the present state again. */
export const tryOn = (on: Fix | null): void => useCures.setState({ on });

/** What was tried wholly, not only at a glance. */
const wholly = (tried: readonly ShownFix[]): ShownFix[] => tried.filter(({ glanced }) => !glanced);

const curing = new LatestJob();
/** Nothing is being tried any more; what was found stays. */
const endWork = (): void => useCures.setState(({ tried }) => ({ work: null, tried: wholly(tried) }));
/** Ends whatever is being tried. */
export function cancelCures(): void {
  curing.cancel();
  endWork();
}
export const forgetCures = (): void => {
  cancelCures();
  useCures.setState({ ...NOTHING, tried: [] });
};

/** Whether everything that a fix prints with can be cut from what is on the bench. */
function canBeCut(bench: Bench, { derived }: Fix): boolean {
  const known = new Set(
    Object.keys(bench.plates).filter((name) => sourceKey(bench.plates[name]) && bench.plates[name].recipe),
  );
  return Object.entries(derived).every(([name, { base }]) => {
    if (!known.has(base)) return false;
    known.add(name);
    return true;
  });
}

/** Tries fixes on two workers at once; some of them once the signal is aborted. */
async function tryAll(
  job: ProveJob,
  before: FixBaseline,
  fixes: readonly Fix[],
  signal: AbortSignal,
  onTried: (fix: ShownFix) => void,
): Promise<ShownFix[]> {
  const done: ShownFix[] = [];
  await onAllProvers(
    job,
    handOut(fixes, (fix) => glancedAt(job, fix)),
    signal,
    async (prover, fix) => {
      const tried = await tryNow(prover, job, before, fix);
      if (signal.aborted) return;
      done.push(tried);
      onTried(tried);
    },
  );
  return done;
}

const count = (): void => useCures.setState(({ work }) => ({ work: work && { ...work, done: work.done + 1 } }));

const LOOKING = { what: 'looking for cures', done: 0, total: 0 };

/** Shows one fix at a glance while what all are compared with is worked out; what cannot be glanced at is not missed. */
const showOne = (job: ProveJob, signal: AbortSignal): Promise<void> =>
  glanceForOne(job, (before, fix) => {
    if (!signal.aborted && !useCures.getState().before) useCures.setState({ before, tried: [fix] });
  }).catch(() => undefined);

/** Tries everything that is worth it on the present brush. */
async function lookForCures(job: ProveJob, bench: Bench, signal: AbortSignal): Promise<void> {
  stopAhead();
  useCures.setState({ ...NOTHING, tried: [], of: bench, work: LOOKING });
  const beginning = begunFor(job);
  void showOne(job, signal);
  const begun = await beginning;
  if (!begun || signal.aborted) return;
  const { before } = begun;
  const fixes = begun.fixes.filter((fix) => canBeCut(bench, fix));
  useCures.setState({ work: { what: 'trying', done: 0, total: fixes.length } });
  await tryAll(job, before, fixes, signal, (fix) => {
    count();
    // one at a glance stays until there is another
    useCures.setState(({ tried }) => ({ before, tried: [...wholly(tried), fix].sort(byScore(before)) }));
  });
  if (signal.aborted) return;
  useCures.setState({ before });
  endWork();
}

/** Does something with the present state and its job in place of whatever is being tried; what fails is told. */
async function cure(work: (job: ProveJob, bench: Bench, signal: AbortSignal) => Promise<void>): Promise<void> {
  const bench = presentBench();
  const job = echoJob(bench);
  if (!job) return;
  // seen at once, though what was tried before may have to end first
  useCures.setState({ work: LOOKING });
  try {
    await beforeOthers(curing.ask((signal) => work(job, bench, signal)));
  } catch (cause) {
    failed(cause);
  }
}

/** Looks for cures of the present brush. */
export const tryCures = (): Promise<void> => cure(lookForCures);

function failed(cause: unknown): void {
  endWork();
  notifyError(coded(cause, 'The cures could not be tried; the brush is as it was. Try again.'));
}

/** The brush of a fix with what measuring leaves out: its name and its inks. */
function whole(fixed: Brush, present: Brush): Brush {
  const coats = fixed.coats.map((coat, k) => ({ ...coat, ink: present.coats[k].ink }));
  return { ...fixed, name: present.name, seed: present.seed, coats };
}

/** What a fix makes of the bench: its brush and the plates that it prints with. */
export function stateOfFix({ brush, plates }: Bench, fix: Fix): BrushState {
  const all = { ...plates };
  for (const [name, { base, steps }] of Object.entries(fix.derived)) {
    const plate = cutFurther(all[base], steps);
    if (plate) all[name] = plate;
  }
  return { brush: whole(fix.brush, brush), plates: all };
}

/** Puts a fix on the bench: one gesture, which undo takes back. With `pin`, the state before is pinned in the same. */
export function takeFix(fix: Fix, pin?: Pin): void {
  const { brush, plates } = stateOfFix(presentBench(), fix);
  change(`cure: ${fix.what}`, (draft) => {
    Object.assign(draft, { brush, plates });
    dropUnused(draft);
    if (pin) draft.pins = [...draft.pins.slice(-(MAX_PINS - 1)), structuredClone(pin)];
  });
  forgetCures();
}

/** Takes the best set of fixes, pins the state before, and tells what it did. */
function takeTogether(best: TriedFix, before: FixBaseline): void {
  takeFix(best, presentPin());
  const of = presentBench();
  useCures.setState({
    done: {
      changes: best.what.split(/[;,] /),
      from: { echo: before.echo, texture: before.texture },
      to: { echo: best.echo, texture: best.texture },
      look: best.look,
      pin: of.pins.length - 1,
      of,
    },
  });
}

/** A lower echo than this needs no cure. */
export const NO_NEED = 20;
const noNeed = (echo: number): void =>
  useCures.setState({
    said: `The echo is ${Math.round(echo)}: hardly anybody sees this stroke repeat. Nothing needs a cure, and nothing was changed.`,
    of: presentBench(),
    work: null,
  });

/** The best set of the fixes that were tried, and of what is worth trying after each; undefined where none helps. */
function bestTogether(job: ProveJob, bench: Bench, before: FixBaseline, signal: AbortSignal) {
  const { tried, budget } = useCures.getState();
  // a picture is of no use to a worker
  const plain = tried.map(({ what, brush, derived, echo, texture, look, score }): TriedFix => ({
    what,
    brush,
    derived,
    echo,
    texture,
    look,
    score,
  }));
  return combineFixes(before, tried, budget, async (fix) => {
    if (signal.aborted) return [];
    const next = ((await (await proverFor(job))?.after(job, before, fix, plain)) ?? []).filter((f) =>
      canBeCut(bench, f),
    );
    useCures.setState({ work: { what: `after ${fix.what}`, done: 0, total: next.length } });
    return tryAll(job, before, next, signal, count);
  });
}

const NOTHING_HELPS =
  'Nothing that was tried lowers the echo and keeps the texture within this change of the look; let the look change more.';

/** Takes the best set of fixes within the budget for the look, and tells what it did; where nothing helps, it says so. */
export async function cureForMe(): Promise<void> {
  const { told, busy } = useEcho.getState();
  if (told && !busy && told.echo < NO_NEED) return noNeed(told.echo);
  await cure(async (job, bench, signal) => {
    if (useCures.getState().of !== bench || useCures.getState().tried.length === 0)
      await lookForCures(job, bench, signal);
    const { before } = useCures.getState();
    if (!before || signal.aborted) return;
    if (before.echo < NO_NEED) return noNeed(before.echo);
    useCures.setState({ work: { what: 'trying them together', done: 0, total: 0 } });
    const best = await bestTogether(job, bench, before, signal);
    if (signal.aborted) return;
    useCures.setState({ work: null });
    if (best) takeTogether(best, before);
    else useCures.setState({ said: NOTHING_HELPS });
  });
}

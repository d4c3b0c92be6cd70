import { compareFix, cutsPlates, helps, type Fix, type FixBaseline, type SingleCure } from '@amber-stamp/core/prove';
import { create } from 'zustand';
import { GLANCES, type LaidFix, type ProveApi, type ProveJob, type ShownFix } from '../engine/protocol/prove.ts';
import { beforeLooks, HELPER, looksWait, proverFor, whenLookedOver } from '../engine/provers.ts';
import { echoJob, keyOf } from './echo.ts';
import { presentBench, useBench } from './store.ts';

type BegunCures = Awaited<ReturnType<ProveApi['begin']>>;
type Prover = NonNullable<Awaited<ReturnType<typeof proverFor>>>;

/** What of the cures of a state was worked out while nobody waited. */
interface Ahead {
  key: string;
  begun: Promise<BegunCures | undefined>;
  /** by what they make of the brush */
  tried: Map<string, Promise<LaidFix>>;
  /** those that the first worker has only glanced at, by the same: it keeps what it saw */
  glanced: Set<string>;
}
let ahead: Ahead | undefined;
/** Whether curing a give-away by itself helps, by where it is; of what is not tried yet nothing is known. */
export const useSingles = create<Readonly<Record<string, boolean>>>(() => ({}));
/** The key of all that is shown, cured together: whether that helps more than the best of them alone. */
export const TOGETHER = 'together';
export const singleKey = ({ coat, card, place }: SingleCure['giveAway']): string =>
  `${coat} ${card} ${place.what} ${place.x.toFixed(3)} ${place.y.toFixed(3)}`;

/** What tries ahead; ended once the button was pressed, when all workers try. */
let going: AbortController | undefined;

/** Begins in the worker that has just measured this state, so that hardly anything is left to measure. */
async function begin(job: ProveJob): Promise<BegunCures | undefined> {
  await whenLookedOver();
  return (await proverFor(job))?.begin(job, 'whole');
}

/** What could not be done ahead is begun again, and told, when it is wanted. */
function forget(mine: Ahead): void {
  if (ahead === mine) ahead = undefined;
}

function beginAhead(job: ProveJob): Ahead {
  const mine: Ahead = { key: keyOf(job), begun: begin(job), tried: new Map(), glanced: new Set() };
  mine.begun.then(
    (found) => found ?? forget(mine),
    () => forget(mine),
  );
  ahead = mine;
  useSingles.setState({}, true);
  return mine;
}

/** What a fix makes: one cure of a give-away by itself and one among all may be the same. */
const madeBy = ({ brush, derived }: Fix): string => JSON.stringify([brush, derived]);

function tryOne({ tried }: Ahead, prover: Prover, job: ProveJob, fix: Fix): Promise<LaidFix> {
  const key = madeBy(fix);
  const trying = tried.get(key) ?? prover.tryOne(job, fix, 'whole');
  tried.set(key, trying);
  return trying;
}

const shown = (before: FixBaseline, fix: Fix, { measured, picture }: LaidFix): ShownFix => ({
  ...compareFix(before, fix, measured),
  picture,
});

/** Tries whether curing each give-away by itself helps, and then all of them; false where the hand moved on. */
async function trySingles(
  mine: Ahead,
  job: ProveJob,
  { before, singles, together }: BegunCures,
  prover: Prover,
  stopped: () => boolean,
): Promise<boolean> {
  let least = before.echo;
  for (const { giveAway, fix } of singles) {
    if (stopped()) return false;
    const tried = shown(before, fix, await tryOne(mine, prover, job, fix));
    least = Math.min(least, tried.echo);
    useSingles.setState({ [singleKey(giveAway)]: helps(before, tried) });
  }
  if (stopped()) return false;
  if (together) {
    const all = shown(before, together, await tryOne(mine, prover, job, together));
    useSingles.setState({ [TOGETHER]: all.echo < least && helps(before, all) });
  }
  return true;
}

/**
 * Begins with the cures of the present state and tries one after the other in a worker that is idle: who looks at what
 * gives a stroke away mostly wants them next. Ends when the hand moves on; called again, it goes on with give-aways.
 */
export async function tryAhead(): Promise<void> {
  const bench = presentBench();
  const job = echoJob(bench);
  const again = job && ahead?.key === keyOf(job);
  if (!job || (again && going && !going.signal.aborted)) return;
  const mine = again && ahead ? ahead : beginAhead(job);
  going?.abort();
  going = new AbortController();
  const { signal } = going;
  try {
    const found = await mine.begun;
    const prover = await proverFor(job, HELPER);
    if (!found || !prover) {
      forget(mine);
      return;
    }
    const stopped = () => signal.aborted || useBench.getState().bench !== bench;
    // the rest was tried, or begun, when the button was pressed
    if (!(await trySingles(mine, job, found, prover, stopped)) || again) return;
    // those that cut new plates take longest
    const wait = ({ derived }: Fix) => Object.keys(derived).length;
    for (const fix of [...found.fixes].sort((a, b) => wait(a) - wait(b))) {
      if (stopped()) return;
      await tryOne(mine, prover, job, fix);
    }
  } catch {
    forget(mine);
  }
}

export const stopAhead = (): void => going?.abort();

/** Tries in the idle worker what no measuring decides on, while the other one measures what all is compared with. */
async function tryUnmeasured(mine: Ahead, job: ProveJob): Promise<void> {
  let begun = false;
  const end = () => (begun = true);
  mine.begun.then(end, end);
  await whenLookedOver();
  const prover = await proverFor(job, HELPER);
  for (const fix of (await prover?.unmeasured(job)) ?? []) {
    if (!prover || begun || ahead !== mine) return;
    if (!mine.glanced.has(madeBy(fix))) await tryOne(mine, prover, job, fix);
  }
}

/** What a state is compared with and what is worth trying on it: wanted at once. */
export function begunFor(job: ProveJob): Promise<BegunCures | undefined> {
  if (ahead?.key === keyOf(job)) return ahead.begun;
  const mine = beginAhead(job);
  // what fails is told when it is wanted
  tryUnmeasured(mine, job).catch(() => undefined);
  return mine.begun;
}

/** Tries a fix of a state, unless it was tried already or is being tried. */
export async function tryNow(prover: Prover, job: ProveJob, before: FixBaseline, fix: Fix): Promise<ShownFix> {
  const trying = ahead?.key === keyOf(job) ? ahead.tried.get(madeBy(fix)) : undefined;
  return shown(before, fix, await (trying ?? prover.tryOne(job, fix, 'whole')));
}

/** Whether the first worker has glanced at a fix of a state, and only needs to end it. */
export const glancedAt = (job: ProveJob, fix: Fix): boolean =>
  ahead?.key === keyOf(job) && ahead.glanced.has(madeBy(fix)) && !ahead.tried.has(madeBy(fix));

/** Looks at a glance for a fix that helps: while tips wait to be looked over, nothing else can be tried. */
export async function glanceForOne(job: ProveJob, found: (before: FixBaseline, fix: ShownFix) => void): Promise<void> {
  if (!looksWait()) return;
  await beforeLooks(job, async (prover) => {
    const { before, fixes } = await prover.begin(job, 'glance');
    for (const fix of fixes.filter((fix) => !cutsPlates(fix)).slice(0, GLANCES)) {
      if (ahead?.key === keyOf(job)) ahead.glanced.add(madeBy(fix));
      const tried = shown(before, fix, await prover.tryOne(job, fix, 'glance'));
      if (helps(before, tried)) return found(before, { ...tried, glanced: true });
    }
  });
}

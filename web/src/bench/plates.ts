import type { CutReport } from '../engine/protocol/cut.ts';
import type { Bench, BenchPlate } from '@amber-stamp/core/bench';
import type { AmberError } from '@amber-stamp/core/errors';
import type { Plate } from '@amber-stamp/core/raster';
import { create } from 'zustand';
import { coded } from '../parts/coded.ts';
import { api } from '../api/client.ts';
import { cutter, filer, heldPlate, holdPlate } from '../engine/pool.ts';
import { later } from '../engine/clock.ts';
import { LatestJobs } from '../engine/latest-jobs.ts';
import { cutSignal } from './long-cut.ts';
import { plateKey, sourceKey, UNFILED } from './plate-key.ts';

/** The bytes that a key is known to give. */
const knownBytes = new Map<string, string>();

export interface ReadyPlate {
  key: string;
  plate: Plate;
  /** the plate's sides once the hand rests, px: while it moves, the plate may be a smaller draft */
  size: { width: number; height: number };
  report: CutReport | null;
}
interface PlateState {
  /** by plate name; while a new one is cut the last one stays */
  ready: Record<string, ReadyPlate>;
  trouble: AmberError | null;
  busy: boolean;
}
export const usePlates = create<PlateState>(() => ({ ready: {}, trouble: null, busy: false }));

export function clearPlates(): void {
  wishes.clear();
  making.cancel();
  cutMs.clear();
  showBusy(false);
  usePlates.setState({ ready: {}, trouble: null, busy: false });
}

/** Says that a state's plates have the bytes that it names: true for every kept state. */
export function trustPlates(bench: Bench): void {
  for (const plate of Object.values(bench.plates)) trustPlate(plate);
}

/** Whether a plate is still the one whose bytes its state names. */
export const isKeptAs = (plate: BenchPlate): boolean => knownBytes.get(plateKey(plate)) === plate.sha256;

/** A plate with the hash of its file, where that was made since. */
export const asFiled = (plate: BenchPlate): BenchPlate =>
  plate.sha256 === UNFILED ? { ...plate, sha256: knownBytes.get(plateKey(plate)) ?? UNFILED } : plate;

/** Says of a kept plate that it has the bytes that it names. */
export const trustPlate = (plate: BenchPlate): void => void knownBytes.set(plateKey(plate), plate.sha256);

type MadePlate = Pick<ReadyPlate, 'plate' | 'report'>;

async function make(plate: BenchPlate, key: string, wantReport: boolean, draft = false): Promise<MadePlate> {
  const { recipe } = plate;
  const source = sourceKey(plate);
  const there = wantReport && source && recipe ? undefined : heldPlate(key);
  if (there) return { plate: there, report: null };
  const sha256 = knownBytes.get(key);
  const fetched = async (from: string) => ({ plate: await filer.open(from, 'The plate'), report: null });
  if (!source || !recipe) return fetched(plate.sha256);
  if (sha256 && !wantReport) return fetched(sha256);
  const report = await cutter.cut(source, recipe, draft, cutSignal());
  return { plate: report.plate, report };
}

/** A plate that was made, `times` times smaller than it is meant. */
export const readyOf = (key: string, { plate, report }: MadePlate, times = 1): ReadyPlate => ({
  key,
  plate,
  report,
  size: { width: Math.round(plate.width * times), height: Math.round(plate.height * times) },
});

interface WantedPlate {
  name: string;
  plate: BenchPlate;
  wantReport: boolean;
  /** how many times smaller than the plate that is meant */
  times: number;
}
/** Cutting that takes no longer is not told: words that come and go at every move of the hand are only restless. */
const UNTOLD_MS = 150;
let callOff: (() => void) | undefined;

/** Says that a plate is being cut, once that takes a while; or that none is any more. */
function showBusy(busy: boolean): void {
  if (busy) {
    callOff ??= later(UNTOLD_MS, () => usePlates.setState({ busy: true }));
    return;
  }
  callOff?.();
  callOff = undefined;
  if (usePlates.getState().busy) usePlates.setState({ busy: false });
}

/** The newest wish for each plate: an older one that comes late must not take its place. */
const wishes = new Map<string, string>();
/** One plate at a time; only the newest wish of each counts. */
const making = new LatestJobs(1);

async function makeWanted(wanted: WantedPlate): Promise<void> {
  const { name, plate, wantReport, times } = wanted;
  const key = plateKey(plate);
  try {
    const made = await make(plate, key, wantReport, times > 1);
    const ready = readyOf(key, made, times);
    if (made.report && times === 1) cutMs.set(name, made.report.ms);
    holdPlate(key, ready.plate);
    const settled = usePlates.getState().ready[name]?.key === wishes.get(name) && wishes.get(name) !== key;
    if (!settled) usePlates.setState((s) => ({ ready: { ...s.ready, [name]: ready }, trouble: null }));
  } catch (cause) {
    if (wishes.get(name) !== key) return;
    usePlates.setState({ trouble: coded(cause, 'The plate could not be cut; take the last change back.') });
  }
}

async function want(wanted: WantedPlate): Promise<void> {
  showBusy(true);
  await making.ask(wanted.name, () => makeWanted(wanted));
  if (!making.busy) showBusy(false);
}

/** Side of a cast while the hand turns it, and of a plate that is cut too slowly to follow the hand. */
const DRAFTS = { cast: ['sizePx', 320], fit: ['resolutionPx', 512] } as const;
/** What is cut in less follows the hand in full. */
const SLOW_CUT_MS = 5;
/** How long each plate took when it was last cut in full: mostly the steps that the hand is at. */
const cutMs = new Map<string, number>();

/** A plate as it is cut while the hand moves, and how many times smaller it is. */
function draftOf(name: string, plate: BenchPlate): { plate: BenchPlate; times: number } {
  let times = 1;
  const steps = plate.recipe?.steps.map((step) => {
    const draft = step.on && (step.step === 'cast' || step.step === 'fit') ? DRAFTS[step.step] : undefined;
    if (!draft || (step.step === 'fit' && (cutMs.get(name) ?? 0) < SLOW_CUT_MS)) return step;
    const [side, px] = draft;
    if (Number(step[side]) <= px) return step;
    times = Number(step[side]) / px;
    return { ...step, [side]: px };
  });
  return times > 1 && plate.recipe && steps
    ? { plate: { ...plate, recipe: { ...plate.recipe, steps } }, times }
    : { plate, times: 1 };
}

/**
 * Asks for the plates of a state. `wantReport`: the steps' findings are shown, so it is really cut; `moving`: the hand
 * is at it, so that a draft will do.
 */
export function wantPlates(bench: Bench, wantReport: boolean, moving = false): void {
  for (const [name, meant] of Object.entries(bench.plates)) {
    const there = usePlates.getState().ready[name];
    // a handle that moves no plate needs no draft of it
    const drafted = moving && there?.key !== plateKey(meant);
    const { plate, times } = drafted ? draftOf(name, meant) : { plate: meant, times: 1 };
    const key = plateKey(plate);
    // asked for with the document already
    if (!wantReport && wishes.get(name) === key && making.has(name)) continue;
    wishes.set(name, key);
    const recut = wantReport && plate.recipe && sourceKey(plate) && !there?.report;
    if (there && there.key === key && !recut) {
      if (usePlates.getState().trouble) usePlates.setState({ trouble: null });
      making.dropWaiting(name);
      continue;
    }
    void want({ name, plate, wantReport, times });
  }
}

/** Writes a plate as a file to the server; gives its hash. */
export async function filePlate(plate: Plate): Promise<string> {
  const { bytes, sha256 } = await filer.file(plate);
  await api('/blobs', { method: 'POST', body: bytes as Uint8Array<ArrayBuffer> });
  return sha256;
}

/** Writes the bytes of every plate of a state to the server and gives the state with their hashes. */
export async function keepPlates(bench: Bench): Promise<Bench> {
  const plates: Bench['plates'] = {};
  for (const [name, plate] of Object.entries(bench.plates)) {
    const key = plateKey(plate);
    let sha256 = knownBytes.get(key);
    if (!sha256) {
      const { plate: pixels } = await make(plate, key, false);
      holdPlate(key, pixels);
      sha256 = await filePlate(pixels);
      knownBytes.set(key, sha256);
    }
    plates[name] = { ...plate, sha256 };
  }
  return { ...bench, plates };
}

/** Makes a plate of a kept state ready to print with. */
export async function makePlate(plate: BenchPlate): Promise<void> {
  const key = plateKey(plate);
  const { plate: pixels } = await make(plate, key, false);
  holdPlate(key, pixels);
}

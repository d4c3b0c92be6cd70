import { type AmberError, type Bench, type BenchPlate, type Plate } from '@amber-stamp/core';
import { create } from 'zustand';
import { coded } from '../parts/coded.ts';
import { api } from '../api/client.ts';
import { fetchPlate } from '../api/fetch-plate.ts';
import type { CutReport } from '../workers/protocol.ts';
import { cutter, filer, heldPlate, holdPlate } from '../workers/pool.ts';

/** A plate is named by what it is made from: its source and recipe, or its bytes when it has no recipe. */
export const plateKey = (plate: BenchPlate): string =>
  plate.source && plate.recipe ? `${plate.source} ${JSON.stringify(plate.recipe)}` : `sha ${plate.sha256}`;

/** The bytes that a key is known to give. */
const knownBytes = new Map<string, string>();

export interface Ready {
  key: string;
  plate: Plate;
  report: CutReport | null;
}
interface PlateState {
  /** by plate name; while a new one is cut the last one stays */
  ready: Record<string, Ready>;
  trouble: AmberError | null;
  busy: boolean;
}
export const usePlates = create<PlateState>(() => ({ ready: {}, trouble: null, busy: false }));

export function clearPlates(): void {
  wishes.clear();
  waiting.clear();
  usePlates.setState({ ready: {}, trouble: null, busy: false });
}

/** Says that a state's plates have the bytes that it names: true for every kept state. */
export function trustPlates(bench: Bench): void {
  for (const plate of Object.values(bench.plates)) knownBytes.set(plateKey(plate), plate.sha256);
}

async function make(plate: BenchPlate, key: string, wantReport: boolean): Promise<Ready> {
  const sha256 = knownBytes.get(key);
  if (sha256 && !wantReport) return { key, plate: await fetchPlate(sha256, 'The plate'), report: null };
  if (!plate.source || !plate.recipe) return { key, plate: await fetchPlate(plate.sha256, 'The plate'), report: null };
  const report = await cutter.cut(plate.source, plate.recipe);
  return { key, plate: report.plate, report };
}

interface Wanted {
  name: string;
  plate: BenchPlate;
  wantReport: boolean;
}
/** The newest wish for each plate: an older one that comes late must not take its place. */
const wishes = new Map<string, string>();
let running = false;
/** The newest wish of each plate that waits. */
const waiting = new Map<string, Wanted>();

function nextWaiting(): Wanted | undefined {
  const [first] = waiting.values();
  if (first) waiting.delete(first.name);
  return first;
}

/** Makes one plate at a time; only the newest wish of each counts. */
async function pump(first: Wanted): Promise<void> {
  running = true;
  for (let wanted: Wanted | undefined = first; wanted; wanted = nextWaiting()) {
    const key = plateKey(wanted.plate);
    try {
      const ready = await make(wanted.plate, key, wanted.wantReport);
      holdPlate(key, ready.plate);
      const { name } = wanted;
      const settled = usePlates.getState().ready[name]?.key === wishes.get(name) && wishes.get(name) !== key;
      if (!settled) usePlates.setState((s) => ({ ready: { ...s.ready, [name]: ready }, trouble: null }));
    } catch (cause) {
      if (wishes.get(wanted.name) !== key) continue;
      const trouble = coded(cause, 'The plate could not be cut; take the last change back.');
      usePlates.setState({ trouble });
    }
  }
  running = false;
  usePlates.setState({ busy: false });
}

/** Side of a cast while the hand turns it. */
const DRAFT_PX = 320;

/** A state whose casts are small, for as long as the hand moves. */
export function draftOf(bench: Bench): Bench {
  const draft = (plate: BenchPlate): BenchPlate => {
    if (!plate.recipe?.steps.some(({ step, sizePx }) => step === 'cast' && Number(sizePx) > DRAFT_PX)) return plate;
    const steps = plate.recipe.steps.map((step) => (step.step === 'cast' ? { ...step, sizePx: DRAFT_PX } : step));
    return { ...plate, recipe: { ...plate.recipe, steps } };
  };
  return { ...bench, plates: Object.fromEntries(Object.entries(bench.plates).map(([name, p]) => [name, draft(p)])) };
}

/** Asks for the plates of a state. `wantReport`: the steps' findings are shown, so it is really cut. */
export function wantPlates(bench: Bench, wantReport: boolean): void {
  for (const [name, plate] of Object.entries(bench.plates)) {
    const there = usePlates.getState().ready[name];
    wishes.set(name, plateKey(plate));
    const recut = wantReport && plate.recipe && plate.source && !there?.report;
    if (there && there.key === plateKey(plate) && !recut) {
      usePlates.setState({ trouble: null });
      waiting.delete(name);
      continue;
    }
    usePlates.setState({ busy: true });
    if (running) waiting.set(name, { name, plate, wantReport });
    else void pump({ name, plate, wantReport });
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
      const { plate: pixels } = await make(plate, key, true);
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
  if (heldPlate(key)) return;
  const { plate: pixels } = await make(plate, key, false);
  holdPlate(key, pixels);
}

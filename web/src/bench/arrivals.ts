import { v4 as newId } from 'uuid';
import type { BenchPlate } from '@amber-stamp/core/bench';
import type { Intent, Recipe } from '@amber-stamp/core/cut';
import { AmberError } from '@amber-stamp/core/errors';
import { isExr } from '@amber-stamp/core/formats';
import { asMade, madeKind, madeName, parseMade, type MadeSource } from '@amber-stamp/core/make';
import { MOST_CARDS } from '@amber-stamp/core/model';
import { plateTitle, type Plate } from '@amber-stamp/core/raster';
import { api, getJson } from '../api/client.ts';
import { listsChanged } from '../api/queries.ts';
import type { Imported, PlateInfo, PlateOrigin, SourceInfo } from '@amber-stamp/core/api';
import { upload } from '../api/upload.ts';
import { notify, notifyError } from '../parts/messages.tsx';
import { cutter, openSource } from '../engine/pool.ts';
import { useArrival, type Arrival } from './arrival.ts';
import { beginAhead } from './begin-ahead.ts';
import { begun, cutPlates, type Beginning } from './begin.ts';
import { beginBrush, sentOrNewest } from './keeping.ts';

const isPack = (file: File): boolean => /\.zip$/i.test(file.name) || file.type === 'application/zip';

/** The kind of a source that is made of settings: its file is a document. */
const MADE = 'made';

/** Arrivals that are not over: a worker may tell how far it was when all has ended already. */
const underWay = new Set<AbortController>();

function showPhase(name: string, phase: Arrival['phase'], share: number, controller: AbortController): void {
  if (!underWay.has(controller)) return;
  useArrival.setState(({ arrival }) => {
    const seen = arrival?.name === name ? { plate: arrival.plate, draft: arrival.draft } : {};
    return { arrival: { ...seen, name, phase, share, cancel: () => controller.abort() } };
  });
}

/** Shows what the plate of a file will be. */
function showDraft(plate: Plate, controller: AbortController): void {
  if (!underWay.has(controller)) return;
  useArrival.setState(({ arrival }) => ({
    arrival: arrival && !arrival.plate ? { ...arrival, plate, draft: true } : arrival,
  }));
}

/** `toCut`: a brush is made of it, so that a look at it tells something. */
async function sendSource(file: File, controller: AbortController, toCut: boolean): Promise<SourceInfo> {
  const show = (phase: Arrival['phase'], share: number) => showPhase(file.name, phase, share, controller);
  show('sending', 0);
  const ahead = toCut ? beginAhead(file, (plate) => showDraft(plate, controller)) : undefined;
  const source = await upload<SourceInfo>(`/sources?name=${encodeURIComponent(file.name)}`, file, {
    signal: controller.signal,
    onProgress: (share) => show(share < 1 ? 'sending' : 'looking', share),
  }).catch((cause: unknown) => {
    ahead?.giveUp();
    throw cause;
  });
  const onProgress = (share: number) => {
    if (!controller.signal.aborted) show('reading', share);
  };
  if (source.kind !== MADE && !(await ahead?.isNow(source.id))) await openSource(source.id, onProgress);
  stopIfAborted(controller);
  show('cutting', 1);
  return source;
}

const showPlate = (plate: Plate): void =>
  useArrival.setState(({ arrival }) => ({
    arrival: arrival && { ...arrival, phase: 'guessing', plate, draft: false },
  }));

/** The file is here: nothing of its way is shown any more. */
const endArrival = (): void => useArrival.setState({ arrival: null });

export function stopIfAborted(controller: AbortController): void {
  if (controller.signal.aborted) throw new AmberError('cancelled', 'Cancelled; no brush was made.');
}

/** What a brush is made from: a source of the cabinet, or settings that stay open to change. */
interface Origin {
  from: Pick<BenchPlate, 'source' | 'made'>;
  kind: string;
}
export const cameFrom = ({ id, kind }: SourceInfo): Origin => ({ from: { source: id, made: null }, kind });
const cameFromMade = (made: MadeSource): Origin => ({ from: { source: null, made }, kind: madeKind(made) });

/** What the first version of a brush is told as, by the kind of what it is made from. */
const MADE_FROM: Readonly<Record<string, string>> = {
  mesh: 'made from a mesh',
  shapes: 'made of shapes',
  numbers: 'made from numbers',
  type: 'made of type',
  empty: 'an empty plate to draw on',
  plate: 'made from a plate',
};

/** A new brush from a source: what prints, what it is for, recipe and settings are guessed; it is in the cabinet at once. */
async function brushFrom(source: SourceInfo, controller: AbortController, wanted?: Intent): Promise<string> {
  if (source.kind === MADE) return brushOfMade(await settingsOf(source), controller, source.name);
  const { reading, intent, recipe } = wanted
    ? { reading: await cutter.reading(source.id), intent: wanted, recipe: null }
    : await cutter.guess(source.id);
  const recipes =
    intent === 'marks' && reading !== 'heights'
      ? await cutter.markRecipes(
          source.id,
          (await cutter.marks(source.id, reading)).marks.slice(0, MOST_CARDS),
          reading,
        )
      : [recipe ?? (await cutter.recipeFor(source.id, reading, { intent }))];
  return newBrush({ ...cameFrom(source), recipes, name: source.name, intent }, controller);
}

/** The settings of a source that is made of them, from its file. */
export const settingsOf = async ({ id, name }: SourceInfo): Promise<MadeSource> =>
  parseMade(await getJson<unknown>(`/sources/${id}/file`), name);

const brushOfMade = (
  made: MadeSource,
  controller: AbortController,
  name = madeName(made),
  recipe = asMade(),
  intent: Intent = 'tip',
): Promise<string> => newBrush({ ...cameFromMade(made), recipes: [recipe], name, intent }, controller);

/** A new brush by the recipes of its plates: it may be opened at once, and is kept meanwhile. */
async function newBrush(
  { kind, ...beginning }: Beginning & { kind: string },
  controller: AbortController,
  drawer?: string,
): Promise<string> {
  const { signal } = controller;
  const onPlate = (place: number, count: number) => {
    if (count > 1) showArrival(`${beginning.name} ${place + 1}`, place / count, controller);
  };
  const plates = await cutPlates(beginning, { signal, onPlate });
  stopIfAborted(controller);
  showPlate(plates[0].report.plate);
  const bench = await begun(beginning, plates);
  stopIfAborted(controller);
  const id = newId();
  const what = MADE_FROM[kind] ?? 'made from a picture';
  beginBrush(id, bench, what, { note: kind, ...(drawer ? { drawer } : {}) });
  return id;
}

/** A new brush from a source by a recipe, to be stamped; it is in the cabinet then. */
export async function brushBy(
  { from, kind }: Origin,
  recipe: Recipe,
  name: string,
  controller: AbortController,
  drawer?: string,
): Promise<string> {
  const id = await newBrush({ from, kind, recipes: [recipe], name, intent: 'tip' }, controller, drawer);
  await sentOrNewest(id);
  return id;
}

async function importPack(file: File, controller: AbortController): Promise<string | undefined> {
  const show = (share: number) =>
    useArrival.setState({
      arrival: { name: file.name, phase: share < 1 ? 'sending' : 'looking', share, cancel: () => controller.abort() },
    });
  show(0);
  const { brushes } = await upload<Imported>('/packs', file, { signal: controller.signal, onProgress: show });
  listsChanged();
  const here = brushes.filter((b) => b.alreadyHere);
  const names = (list: typeof brushes) => list.map((b) => b.name).join(', ');
  const fresh = brushes.filter((b) => !b.alreadyHere);
  if (fresh.length > 0) notify(`Imported ${names(fresh)}.`);
  if (here.length > 0) notify(`${names(here)} is here already, pixel for pixel: no second copy was made.`);
  return brushes[0]?.id;
}

export interface Arrived {
  brushId: string;
  /** made from a picture just now */
  fresh: boolean;
}

/** Shows what is being cut now, and how much of the whole is done. */
export const showArrival = (name: string, share: number, controller: AbortController): void =>
  showPhase(name, 'cutting', share, controller);

/** The frame of every arrival: it can be cancelled, what fails is told, and its progress goes away at the end. */
export async function arriving<T>(work: (controller: AbortController) => Promise<T>): Promise<T | undefined> {
  const controller = new AbortController();
  underWay.add(controller);
  try {
    return await work(controller);
  } catch (cause) {
    notifyFailure(cause);
    return undefined;
  } finally {
    underWay.delete(controller);
    endArrival();
  }
}

/** Takes a file in whatever way it came: a picture or a mesh becomes a brush, a pack is imported. Errors are told here. */
export const arrive = (file: File): Promise<Arrived | undefined> =>
  arriving(async (controller) => {
    if (isPack(file)) {
      const brushId = await importPack(file, controller);
      return brushId ? { brushId, fresh: false } : undefined;
    }
    const source = await sendSource(file, controller, true);
    return { brushId: await brushFrom(source, controller), fresh: true };
  });

/** Takes a picture in as a source only, for a brush that is there. */
export const arriveSource = (file: File): Promise<SourceInfo | undefined> =>
  arriving(async (controller) => {
    const source = await sendSource(file, controller, false);
    listsChanged();
    return source;
  });

/** A new brush from a source that is here already; without an intent it is guessed. */
export const brushFromSource = (source: SourceInfo, intent?: Intent): Promise<Arrived | undefined> =>
  arriving(async (controller) => {
    showArrival(source.name, 1, controller);
    return { brushId: await brushFrom(source, controller, intent), fresh: true };
  });

/** A new brush from a source by a recipe of its own; the bench stays as it is. */
export const brushFromRecipe = (from: Origin['from'], recipe: Recipe, name: string): Promise<string | undefined> =>
  arriving(async (controller) => {
    showArrival(name, 1, controller);
    const origin = from.made ? cameFromMade(from.made) : cameFrom(await getJson<SourceInfo>(`/sources/${from.source}`));
    return brushBy(origin, recipe, name, controller);
  });

/** A brush from a picture that was made here, by the first guess. */
export const brushFromPicture = (file: File): Promise<string | undefined> =>
  arriving(async (controller) => brushFrom(await sendSource(file, controller, true), controller));

/** The file of a plate as a source of the cabinet: the same plate gives the source that is there already. */
async function sourceOf(plate: Pick<PlateInfo, 'name' | 'sha256'>, controller: AbortController): Promise<SourceInfo> {
  const bytes = new Uint8Array(await (await api(`/blobs/${plate.sha256}`)).arrayBuffer());
  const ending = isExr(bytes) ? '.exr' : '.png';
  return sendSource(new File([bytes], `${plateTitle(plate.name)}${ending}`), controller, false);
}

/** A plate taken as a source for something that is there. */
export const plateAsSource = (plate: Pick<PlateInfo, 'name' | 'sha256'>): Promise<SourceInfo | undefined> =>
  arriving(async (controller) => {
    const source = await sourceOf(plate, controller);
    listsChanged();
    return source;
  });

/** A new brush from a plate: cut from the same source by the same recipe, as far as they are known; else as it is. */
export const brushFromPlate = (plate: PlateInfo, intent: Intent = 'tip'): Promise<string | undefined> =>
  arriving(async (controller) => {
    const name = plateTitle(plate.name);
    showArrival(name, 1, controller);
    const { source: id, made, recipe } = (await getJson<PlateOrigin>(`/plates/${plate.sha256}/origin`)).plate;
    if (recipe && (id || made))
      return newBrush({ from: { source: id, made }, kind: 'plate', recipes: [recipe], name, intent }, controller);
    const source = await sourceOf(plate, controller);
    if (source.bits === 32) return brushFrom(source, controller);
    const from = cameFrom(source);
    return newBrush({ ...from, kind: 'plate', recipes: [asMade()], name: source.name, intent }, controller);
  });

/** A brush from a file that was made here, by a recipe that leaves it as it is. */
export const brushFromFile = (file: File, recipe: Recipe): Promise<string | undefined> =>
  arriving(async (controller) => {
    const source = await sendSource(file, controller, false);
    return brushBy(cameFrom(source), recipe, source.name, controller);
  });

/** A brush from settings that were chosen here; they stay with it. */
export const brushFromMade = (made: MadeSource, recipe?: Recipe, intent?: Intent): Promise<string | undefined> =>
  arriving(async (controller) => {
    showArrival(madeName(made), 1, controller);
    return brushOfMade(made, controller, madeName(made), recipe, intent);
  });

function notifyFailure(cause: unknown): void {
  if (cause instanceof AmberError && cause.code === 'cancelled') notify(cause.message);
  else if (cause instanceof AmberError) notifyError(cause);
  else notifyError(new AmberError('unexpected', 'The file could not be taken in; nothing was kept. Try again.'));
}

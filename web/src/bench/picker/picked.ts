import type { BrushListing, PlateInfo, PlateOrigin, SourceInfo } from '@amber-stamp/core/api';
import type { BenchPlate } from '@amber-stamp/core/bench';
import type { Intent, Recipe } from '@amber-stamp/core/cut';
import { asMade, type MadeSource } from '@amber-stamp/core/make';
import { getJson } from '../../api/client.ts';
import { cutter } from '../../engine/pool.ts';
import { arriveSource, arriving, plateAsSource, settingsOf, showArrival } from '../arrivals.ts';
import type { PrintedStrokes } from '../parts/PrintedStrokes.tsx';
import { sourceKey } from '../plate-key.ts';
import { filePlate, trustPlate, usePlates } from '../plates.ts';

/** What may be chosen. */
export type Offer = 'plates' | 'sources' | 'strokes' | 'brushes';
/** What a source may be made from. */
export const SOURCES_FROM: readonly Offer[] = ['sources', 'plates', 'strokes'];

/** What was taken of what is offered. */
export type Picked =
  | { kind: 'here'; name: string; plate: BenchPlate }
  | { kind: 'plate'; plate: PlateInfo }
  | { kind: 'source'; source: SourceInfo }
  | { kind: 'strokes'; printed: PrintedStrokes }
  | { kind: 'brush'; brush: BrushListing }
  | { kind: 'none' };

/** A source that was taken, and whether it is a plate: then it prints the paler the more. */
export interface TakenSource {
  source: SourceInfo;
  isPlate: boolean;
}

/** Takes a file that is not in the cabinet yet, as if it had been picked; undefined where it could not be, which is told. */
export async function pickedFile(file: File | undefined): Promise<Picked | undefined> {
  const source = file && (await arriveSource(file));
  return source && { kind: 'source', source };
}

/** What was taken as a source; undefined where it could not be, which is told, or where it is none. */
export async function asSource(picked: Picked): Promise<TakenSource | undefined> {
  const taken = (source: SourceInfo | undefined, isPlate: boolean) => source && { source, isPlate };
  if (picked.kind === 'source') return { source: picked.source, isPlate: false };
  if (picked.kind === 'plate') return taken(await plateAsSource(picked.plate), true);
  if (picked.kind === 'strokes') return taken(await arriveSource(await picked.printed.make()), false);
  if (picked.kind !== 'here') return undefined;
  const ready = usePlates.getState().ready[picked.name];
  return ready && taken(await plateAsSource({ name: picked.name, sha256: await filePlate(ready.plate) }), true);
}

/** A plate that was taken, with what it was cut from and how, as far as that is known. */
export interface TakenPlate {
  name: string;
  plate: BenchPlate;
}

/** How a source is cut for what it is to be. */
async function recipeOf(source: SourceInfo, intent: Intent): Promise<{ made: MadeSource | null; recipe: Recipe }> {
  if (source.kind === 'made') return { made: await settingsOf(source), recipe: asMade() };
  const reading = await cutter.reading(source.id);
  return { made: null, recipe: await cutter.recipeFor(source.id, reading, { intent }) };
}

/** Cuts a source into a plate by the recipe that suits it. */
const cutSource = (source: SourceInfo, intent: Intent): Promise<TakenPlate | undefined> =>
  arriving(async (controller) => {
    showArrival(source.name, 1, controller);
    const { made, recipe } = await recipeOf(source, intent);
    const from = made ? { source: null, made } : { source: source.id, made: null };
    const report = await cutter.cut(sourceKey(from) as string, recipe, false, controller.signal);
    const plate: BenchPlate = { ...from, recipe, sha256: await filePlate(report.plate) };
    trustPlate(plate);
    return { name: `${source.name}.png`, plate };
  });

/** What was taken as a plate; undefined where it could not be, which is told, or where it is none. */
export async function asPlate(picked: Picked, intent: Intent): Promise<TakenPlate | undefined> {
  if (picked.kind === 'here') return { name: picked.name, plate: picked.plate };
  if (picked.kind === 'plate') {
    const { name, sha256 } = picked.plate;
    const { plate } = await getJson<PlateOrigin>(`/plates/${sha256}/origin`);
    trustPlate(plate);
    return { name, plate };
  }
  const taken = await asSource(picked);
  return taken && cutSource(taken.source, intent);
}

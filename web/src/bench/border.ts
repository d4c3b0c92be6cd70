import { intentOf, type Bench } from '@amber-stamp/core/bench';
import type { Facts } from '@amber-stamp/core/cut';
import { isRectangle, plateBorder, type BorderReport, type Plate, type Side } from '@amber-stamp/core/raster';
import { useFindings } from './findings.ts';
import { usePlates, type ReadyPlate } from './plates.ts';
import { useBench } from './store.ts';

const checked = new WeakMap<Plate, BorderReport['verdict']>();

/** What the outermost ring of a plate does: told at once, since it is small. */
function borderOf(plate: Plate): BorderReport['verdict'] {
  const known = checked.get(plate) ?? plateBorder(plate).verdict;
  checked.set(plate, known);
  return known;
}

/** How a plate ends: `laid` is one that is not stamped, whose sides may run up to the border. */
export type FrameVerdict = BorderReport['verdict'] | 'laid' | 'rectangle' | 'cut';

export interface Frame {
  verdict: FrameVerdict;
  /** where it ends in a straight line, or is cut off */
  sides: readonly string[];
}

const NONE: readonly Side[] = [];
const CLEAR: Frame = { verdict: 'clear', sides: [] };
/** The sides at which the frame of the source cut the mark off, as the recipe found. */
const cutBy = (facts: readonly Facts[]): string[] =>
  String(facts.find(({ cut }) => cut !== undefined)?.cut ?? '')
    .split(', ')
    .filter(Boolean);

function frameOf({ plate, report }: ReadyPlate, asItIs: boolean, straight: readonly Side[]): Frame {
  const border = borderOf(plate);
  if (border !== 'clear') return { verdict: border, sides: [] };
  if (asItIs) return CLEAR;
  if (isRectangle(straight)) return { verdict: 'rectangle', sides: straight };
  const cut = cutBy(report?.facts ?? []).filter((side) => straight.includes(side as Side));
  return cut.length > 0 ? { verdict: 'cut', sides: cut } : CLEAR;
}

/** Whether a plate is only printed through or bent along the path, wherever the brush uses it. */
function isLaid(bench: Bench | null, name: string): boolean {
  if (!bench || !(name in bench.plates)) return false;
  const uses = bench.brush.coats.filter(
    ({ deck, grain }) => grain?.plate === name || deck.cards.some(({ plate }) => plate === name),
  );
  return uses.length > 0 && uses.every((coat) => ['grain', 'band'].includes(intentOf(bench, coat, name)));
}

/** A plate that is taken as it is, or made of settings here, ends as it is meant to. */
const isMeant = (bench: Bench | null, name: string): boolean => {
  const plate = bench?.plates[name];
  return plate?.asItIs === true || (plate?.made ?? null) !== null;
};

/** How a ready plate ends; of one that is not stamped nothing is asked. */
export function useFrame(name: string): Frame | undefined {
  const ready = usePlates((s) => s.ready[name]);
  const laid = useBench((s) => isLaid(s.bench, name));
  const meant = useBench((s) => isMeant(s.bench, name));
  const straight = useFindings((s) => s[name]?.straight) ?? NONE;
  if (!ready) return undefined;
  return laid ? { verdict: 'laid', sides: [] } : frameOf(ready, meant, straight);
}

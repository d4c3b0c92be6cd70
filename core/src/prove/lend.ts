import type { Flaw } from '../flaws/flaw.ts';
import { foundOn, takeFlaws } from '../flaws/flaws.ts';
import { knownWithout, mindedFlaws, takeWithout, withoutFlaws } from '../flaws/without-flaws.ts';
import type { Plate } from '../raster/raster.ts';
import { knownTemplates, takeTemplates, templatesOf, type Template } from './template.ts';

/** What was found on a tip as plain data, so that another worker need not look the tip over again. */
export interface LentTip {
  flaws: { flaw: Omit<Flaw, 'cure'>; templates: readonly Template[] | undefined }[];
  /** the tip without what plainly stands out on it; null where nothing does, undefined where it was not asked */
  without: Plate | null | undefined;
}

/** Looks a tip over for all that measuring asks of it. */
export function lookOver(plate: Plate): void {
  for (const flaw of mindedFlaws(plate)) templatesOf(plate, flaw);
  withoutFlaws(plate);
}

/** What was found on a plate already; undefined where it was not looked over. */
export function lendTip(plate: Plate): LentTip | undefined {
  const flaws = foundOn(plate)?.map((found) => {
    const { what, tone, mask, box, salience } = found;
    return { flaw: { what, tone, mask, box, salience }, templates: knownTemplates(found) };
  });
  return flaws && { flaws, without: knownWithout(plate) };
}

/** Takes over what another worker found on a plate. */
export function borrowTip(plate: Plate, { flaws: lent, without }: LentTip): void {
  if (foundOn(plate)) return;
  const flaws = takeFlaws(
    plate,
    lent.map(({ flaw }) => flaw),
  );
  lent.forEach(({ templates }, k) => {
    if (templates) takeTemplates(flaws[k], templates);
  });
  if (without !== undefined) takeWithout(plate, without);
}

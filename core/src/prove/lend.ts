import type { Flaw } from '../flaws/flaw.ts';
import { foundOn, takeFlaws } from '../flaws/flaws.ts';
import type { Plate } from '../raster/raster.ts';
import { takeTemplates, knownTemplates, type Template } from './template.ts';

/** What was found on a tip as plain data, so that another worker need not look the tip over again. */
export interface LentFlaw {
  flaw: Omit<Flaw, 'cure'>;
  templates: readonly Template[] | undefined;
}

/** What was found on a plate already; undefined where it was not looked over. */
export const lendFlaws = (plate: Plate): LentFlaw[] | undefined =>
  foundOn(plate)?.map((found) => {
    const { what, tone, mask, box, salience } = found;
    return { flaw: { what, tone, mask, box, salience }, templates: knownTemplates(found) };
  });

/** Takes over what another worker found on a plate. */
export function borrowFlaws(plate: Plate, lent: readonly LentFlaw[]): void {
  if (foundOn(plate)) return;
  const flaws = takeFlaws(
    plate,
    lent.map(({ flaw }) => flaw),
  );
  lent.forEach(({ templates }, k) => {
    if (templates) takeTemplates(flaws[k], templates);
  });
}

import { AmberError } from '../errors.ts';
import type { Brush, Coat } from './brush.ts';

const refuse = (path: string, what: string): never => {
  throw new AmberError(
    'not-printable-yet',
    `${path}: ${what} cannot be printed by this version; take it out or update.`,
    path,
  );
};

function checkCoat(coat: Coat, path: string): void {
  const extra = coat as Coat & { grain?: unknown; floor?: unknown; sizeFixedTo?: string };
  if (extra.grain) refuse(`${path}.grain`, 'a grain');
  if (extra.floor) refuse(`${path}.floor`, 'a tilted floor');
  if (extra.sizeFixedTo === 'screen') refuse(`${path}.sizeFixedTo`, 'a size fixed on the screen');
  if (coat.meet !== 'build') refuse(`${path}.meet`, `meeting by ${coat.meet}`);
  if (coat.join !== 'over') refuse(`${path}.join`, `joining by ${coat.join}`);
  if (coat.properties.angle.follow === 'chain') refuse(`${path}.properties.angle.follow`, 'a chain');
  for (const name of ['hue', 'saturation', 'lightness', 'mix'] as const) {
    const p = coat.properties[name];
    if (p.rest !== 0 || (name !== 'mix' && (p.low !== 0 || p.high !== 0)))
      refuse(`${path}.properties.${name}`, 'a change of colour');
  }
}

/** Throws not-printable-yet when a valid brush asks for something that this version cannot draw: never a silent omission. */
export function checkPrintable(brush: Brush): void {
  if (brush.coats.length > 1) refuse('coats.1', 'a second coat');
  if (brush.steady > 0) refuse('steady', 'a steadied hand');
  brush.coats.forEach((coat, i) => checkCoat(coat, `coats.${i}`));
}

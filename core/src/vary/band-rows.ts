import type { Coat } from '../model/coat-schema.ts';
import type { Driver, Property } from '../model/driver-schema.ts';
import { PROPERTY_NAMES } from '../model/properties.ts';

/** Rows of a band along the path are at most so far apart, px of the sheet. */
const ROW_PX = 1;

export const bandStepPx = (zoom: number): number => ROW_PX / zoom;

/** Of a band chance is drawn once, or wanders: drawn anew at every row it would be noise. Lengths count in widths. */
function alongDriver(driver: Driver, rowsPerWidth: number): Driver {
  if (driver.by !== 'chance') return driver;
  if (driver.spread !== 'drifting' || driver.per === 'stroke') return { ...driver, per: 'stroke' };
  return { ...driver, length: (driver.length ?? DRIFT_WIDTHS) * rowsPerWidth };
}
const DRIFT_WIDTHS = 12;

const alongProperty = <P extends Property>(property: P, rowsPerWidth: number): P => ({
  ...property,
  drivers: property.drivers.map((driver) => alongDriver(driver, rowsPerWidth)),
});

/** A coat with a band as it is read row by row: nothing is scattered along the path, turned or laid several times. */
export function bandCoat(coat: Coat, zoom: number): Coat {
  const rowsPerWidth = Math.max(1, coat.properties.size.rest / bandStepPx(zoom));
  const properties = { ...coat.properties };
  for (const name of PROPERTY_NAMES)
    if (name === 'angle') properties.angle = { ...alongProperty(properties.angle, rowsPerWidth), follow: 'none' };
    else properties[name] = alongProperty(properties[name], rowsPerWidth);
  const still = { rest: 0, low: 0, high: 0, drivers: [], muted: false };
  return {
    ...coat,
    count: { rest: 1, low: 100, high: 100, drivers: [], muted: false },
    properties: { ...properties, along: still, angle: { ...still, follow: 'none' } },
  };
}

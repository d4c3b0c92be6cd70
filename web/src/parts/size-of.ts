const UNITS = ['bytes', 'kB', 'MB', 'GB', 'TB'] as const;

/** A size of files as people read it. */
export function sizeOf(bytes: number): string {
  let value = bytes;
  let unit = 0;
  while (value >= 1000 && unit < UNITS.length - 1) {
    value /= 1000;
    unit++;
  }
  return `${unit === 0 || value >= 100 ? Math.round(value) : value.toFixed(1)} ${UNITS[unit]}`;
}

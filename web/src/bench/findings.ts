import type { Plate } from '@amber-stamp/core/raster';
import { create } from 'zustand';
import { Paced } from '../engine/clock.ts';
import { filer } from '../engine/pool.ts';
import type { Findings } from '../engine/protocol/file.ts';
import { usePlates } from './plates.ts';

/** Under a moving hand the plates that come are looked at no more often. */
const EVERY_MS = 250;

/** What is found about the plate of each name: while one follows the other, what was found of the last. */
export const useFindings = create<Readonly<Record<string, Findings>>>(() => ({}));

const found = new WeakMap<Plate, Findings>();
const paces = new Map<string, Paced>();

const show = (name: string, findings: Findings) => useFindings.setState({ [name]: findings });

async function look(name: string, plate: Plate, pace: Paced): Promise<void> {
  const findings = await filer.findings(plate);
  found.set(plate, findings);
  // of plates that were cleared away since, nothing is shown
  if (paces.get(name) === pace) show(name, findings);
}

usePlates.subscribe(({ ready }, { ready: before }) => {
  for (const name of paces.keys()) if (!(name in ready)) paces.delete(name);
  const known = Object.entries(useFindings.getState());
  const left = known.filter(([name]) => name in ready);
  if (left.length < known.length) useFindings.setState(Object.fromEntries(left), true);
  for (const [name, { plate }] of Object.entries(ready)) {
    if (plate === before[name]?.plate) continue;
    const findings = found.get(plate);
    const pace = paces.get(name) ?? new Paced(EVERY_MS);
    paces.set(name, pace);
    // a plate that cannot be looked at is shown all the same
    pace.run(() => (findings ? show(name, findings) : void look(name, plate, pace).catch(() => undefined)));
  }
});

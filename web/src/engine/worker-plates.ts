import type { InkEngine } from '@amber-stamp/core/ink';
import type { Plate } from '@amber-stamp/core/raster';
import type { HeldByKey } from './held-by-key.ts';
import type { PlateApi } from './plate-ledger.ts';

/** The calls that change the plates of a worker that draws: what the engine made of those that went is freed. */
export const plateCalls = (plates: HeldByKey<Plate>, engine: Pick<InkEngine, 'keepOnly' | 'rest'>): PlateApi => ({
  hold(wanted, fresh) {
    if (plates.take(wanted, fresh).length > 0) engine.keepOnly(plates.all());
    // others come when another brush is opened, or one is cut: what was printed with before is not made smaller or larger now
    if (fresh.length > 0) engine.rest(plates.others(wanted));
  },
  dropPlates() {
    plates.drop();
    engine.keepOnly([]);
  },
});

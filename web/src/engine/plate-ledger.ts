import type { Plate } from '@amber-stamp/core/raster';
import { bytesOf, HeldByKey, type Kept } from './held-by-key.ts';

export type Fresh = readonly (readonly [string, Plate])[];

/** How the plates of a worker are changed. */
export interface PlateApi {
  /** Takes fresh plates in for a job that needs `wanted`. */
  hold(wanted: readonly string[], fresh: Fresh): void;
  /** Gives all of them up. */
  dropPlates(): void;
}

/** What brings plates to a worker, from the page: both calls arrive in the order in which they were made. */
export type PlateHolder = { [Call in keyof PlateApi]: (...given: Parameters<PlateApi[Call]>) => Promise<unknown> };

/** What one worker holds: a copy of its own account, kept here, so that it is given what it lacks and nothing twice. */
export class PlateLedger {
  private readonly account: HeldByKey<number>;
  private readonly holder: PlateHolder;

  constructor(holder: PlateHolder, kept: Kept) {
    this.holder = holder;
    this.account = new HeldByKey(kept, (bytes) => bytes);
  }

  /** Which of these keys the worker lacks. */
  lacks(keys: readonly string[]): string[] {
    return keys.filter((key) => !this.account.has(key));
  }

  /**
   * Gives the worker what it lacks of a job's plates: asked for at once, so that a job sent right afterwards finds them
   * there. Rejects when a plate could not be given; the worker then begins again without any.
   */
  async bring(keys: readonly string[], plateOf: (key: string) => Plate | undefined): Promise<void> {
    const wanted = [...new Set(keys)];
    const fresh = this.lacks(wanted).flatMap((key) => {
      const plate = plateOf(key);
      return plate ? [[key, plate] as const] : [];
    });
    if (fresh.length === 0) return;
    this.account.take(
      wanted,
      fresh.map(([key, plate]) => [key, bytesOf(plate)]),
    );
    try {
      await this.holder.hold(wanted, fresh);
    } catch (cause) {
      this.account.drop();
      await this.holder.dropPlates();
      throw cause;
    }
  }
}

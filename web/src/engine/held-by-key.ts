import { Lru } from '@amber-stamp/core/maths';
import type { Plate } from '@amber-stamp/core/raster';

export const MIB = 1024 * 1024;

/** What a plate takes. */
export const bytesOf = ({ data, heights, displaced }: Plate): number =>
  data.byteLength + (heights?.byteLength ?? 0) + (displaced?.byteLength ?? 0);

/** How much is held: so many, and so many bytes. A job that needs more gets all of it. */
export interface Kept {
  most: number;
  mostBytes: number;
}

/**
 * What a worker holds by key, most often plates. Only `take` changes what stays: the page keeps the same account beside it
 * and so knows, without asking, what the worker has dropped.
 */
export class HeldByKey<Held> {
  private held: Lru<string, Held>;
  private readonly empty: () => Lru<string, Held>;

  constructor({ most, mostBytes }: Kept, bytesOf: (held: Held) => number) {
    this.empty = () => new Lru(most, mostBytes, bytesOf);
    this.held = this.empty();
  }

  /** Takes fresh ones in for a job that needs `wanted`, none of which goes for another; gives the keys of those that went. */
  take(wanted: readonly string[], fresh: readonly (readonly [string, Held])[]): string[] {
    const given = new Map(fresh);
    const gone: string[] = [];
    for (const key of wanted) this.held.get(key);
    for (const key of wanted) {
      const held = given.get(key);
      if (held !== undefined) gone.push(...this.held.set(key, held, wanted.length).map(([dropped]) => dropped));
    }
    return gone;
  }

  has(key: string): boolean {
    return this.held.has(key);
  }

  get(key: string): Held | undefined {
    return this.held.peek(key);
  }

  all(): Held[] {
    return [...this.held].map(([, held]) => held);
  }

  /** What is held by other keys than these. */
  others(keys: readonly string[]): Held[] {
    return [...this.held].flatMap(([key, held]) => (keys.includes(key) ? [] : [held]));
  }

  drop(): void {
    this.held = this.empty();
  }

  /** What a job names, by its own names: those that are not here are left out. */
  named(keys: Readonly<Record<string, string>>): Map<string, Held> {
    const named = new Map<string, Held>();
    for (const [name, key] of Object.entries(keys)) {
      const held = this.held.peek(key);
      if (held !== undefined) named.set(name, held);
    }
    return named;
  }
}

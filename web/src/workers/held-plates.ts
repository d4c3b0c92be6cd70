import type { Plate } from '@amber-stamp/core';

/** Plates that a worker was given by key; those that jobs use stay longest. */
export class HeldPlates {
  private readonly plates = new Map<string, Plate>();
  private readonly most: number;

  constructor(most: number) {
    this.most = most;
  }

  /** Takes a plate in; gives those that are left when the oldest had to go for it. */
  hold(key: string, plate: Plate): Plate[] | undefined {
    this.plates.delete(key);
    this.plates.set(key, plate);
    if (this.plates.size <= this.most) return undefined;
    this.plates.delete([...this.plates.keys()][0]);
    return [...this.plates.values()];
  }

  get(key: string): Plate | undefined {
    return this.plates.get(key);
  }

  /** The plates of a job by the name that its brush gives them. */
  named(keys: Readonly<Record<string, string>>): Map<string, Plate> {
    const held = new Map<string, Plate>();
    for (const [name, key] of Object.entries(keys)) {
      const plate = this.plates.get(key);
      if (!plate) continue;
      this.plates.delete(key);
      this.plates.set(key, plate);
      held.set(name, plate);
    }
    return held;
  }
}

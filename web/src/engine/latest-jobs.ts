type Work<T> = (signal: AbortSignal) => Promise<T>;

interface Waiting {
  rank: number;
  /** does the work; gives the way to tell how it ended */
  work: (signal: AbortSignal) => Promise<() => void>;
  drop: () => void;
}

/**
 * Jobs of which, by key, only the newest counts. A newer one aborts the signal of the one that runs, which may look at it
 * or go on, and begins when that has ended; of those that wait only the newest stays. Each promise settles: undefined where
 * a job was overtaken before it began.
 */
export class LatestJobs {
  private readonly running = new Map<string, AbortController>();
  private readonly waiting = new Map<string, Waiting>();
  private readonly atOnce: number;

  /** `atOnce`: so many run side by side, whatever their keys. */
  constructor(atOnce = Infinity) {
    this.atOnce = atOnce;
  }

  /** Whether a job runs or waits. */
  get busy(): boolean {
    return this.running.size + this.waiting.size > 0;
  }

  /** Whether a job of a key runs or waits. */
  has(key: string): boolean {
    return this.running.has(key) || this.waiting.has(key);
  }

  /** Does some work, at once where it can; of what waits a lower rank goes first, and of the same rank what came first. */
  ask<T>(key: string, work: Work<T>, rank = 0): Promise<T | undefined> {
    this.running.get(key)?.abort();
    this.waiting.get(key)?.drop();
    return new Promise((done, fail) => {
      this.waiting.set(key, {
        rank,
        work: async (signal) => {
          try {
            const result = await work(signal);
            return () => done(result);
          } catch (cause) {
            return () => fail(cause);
          }
        },
        drop: () => done(undefined),
      });
      this.begin();
    });
  }

  /** Forgets the job of a key that waits; one that runs goes on. */
  dropWaiting(key: string): void {
    this.waiting.get(key)?.drop();
    this.waiting.delete(key);
  }

  /** Aborts everything that runs and forgets what waits. */
  cancel(): void {
    for (const controller of this.running.values()) controller.abort();
    for (const key of [...this.waiting.keys()]) this.dropWaiting(key);
  }

  private begin(): void {
    const free = [...this.waiting].filter(([key]) => !this.running.has(key)).sort(([, a], [, b]) => a.rank - b.rank);
    for (const [key, { work }] of free.slice(0, Math.max(0, this.atOnce - this.running.size))) {
      this.waiting.delete(key);
      void this.run(key, work);
    }
  }

  private async run(key: string, work: Waiting['work']): Promise<void> {
    const controller = new AbortController();
    this.running.set(key, controller);
    const settle = await work(controller.signal);
    this.running.delete(key);
    this.begin();
    settle();
  }
}

/** Latest wins, for work that needs no key. */
export class LatestJob {
  private readonly jobs = new LatestJobs();

  get busy(): boolean {
    return this.jobs.busy;
  }

  ask<T>(work: Work<T>): Promise<T | undefined> {
    return this.jobs.ask('', work);
  }

  cancel(): void {
    this.jobs.cancel();
  }
}

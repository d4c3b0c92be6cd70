/** How the page waits. */
export interface Clock {
  /** Runs something once, after so many ms; gives the way to call it off. */
  later(ms: number, run: () => void): () => void;
}

const system: Clock = {
  later(ms, run) {
    const timer = setTimeout(run, ms);
    return () => clearTimeout(timer);
  },
};
let clock = system;

/** Puts another clock in place, such as one that tests move by hand; without one, that of the system again. */
export const holdClock = (held: Clock = system): void => void (clock = held);

export const later = (ms: number, run: () => void): (() => void) => clock.later(ms, run);
export const pause = (ms: number): Promise<void> => new Promise((done) => void later(ms, done));

/** Runs the newest of what it is given once nothing has come for so many ms. */
export class Quiet {
  private readonly ms: number;
  private callOff: (() => void) | undefined;

  constructor(ms: number) {
    this.ms = ms;
  }

  /** Whether something waits to be run. */
  get waits(): boolean {
    return this.callOff !== undefined;
  }

  run(what: () => void): void {
    this.callOff?.();
    this.callOff = later(this.ms, () => {
      this.callOff = undefined;
      what();
    });
  }

  cancel(): void {
    this.callOff?.();
    this.callOff = undefined;
  }
}

/** Runs what it is given at once, and then no more often than every so many ms: of what comes meanwhile, the newest. */
export class Paced {
  private readonly ms: number;
  private resting = false;
  private next: (() => void) | undefined;

  constructor(ms: number) {
    this.ms = ms;
  }

  run(what: () => void): void {
    if (this.resting) {
      this.next = what;
      return;
    }
    this.resting = true;
    later(this.ms, () => {
      const { next } = this;
      this.next = undefined;
      this.resting = false;
      if (next) this.run(next);
    });
    what();
  }
}

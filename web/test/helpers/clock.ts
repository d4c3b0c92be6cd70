import { holdClock, type Clock } from '../../src/engine/clock.ts';

/** A clock that stands still until it is moved. */
export class HeldClock implements Clock {
  private now = 0;
  private waiting: { at: number; run: () => void }[] = [];

  later(ms: number, run: () => void): () => void {
    const entry = { at: this.now + ms, run };
    this.waiting.push(entry);
    return () => void (this.waiting = this.waiting.filter((other) => other !== entry));
  }

  /** Lets so many ms pass; what falls due runs in its order. */
  pass(ms: number): void {
    const end = this.now + ms;
    for (;;) {
      const [next] = this.waiting.filter(({ at }) => at <= end).sort((a, b) => a.at - b.at);
      if (!next) break;
      this.waiting = this.waiting.filter((other) => other !== next);
      this.now = next.at;
      next.run();
    }
    this.now = end;
  }
}

/** Puts a clock in place that tests move by hand, for the length of each test. */
export function withHeldClock(): () => HeldClock {
  let clock = new HeldClock();
  beforeEach(() => {
    clock = new HeldClock();
    holdClock(clock);
  });
  afterEach(() => holdClock());
  return () => clock;
}

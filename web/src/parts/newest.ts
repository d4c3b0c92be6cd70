/** Asks one question at a time; of those that come meanwhile only the newest waits, the others are dropped. */
export class Newest {
  private busy = false;
  private next: (() => Promise<void>) | null = null;

  /** `question` tells its own failure: what it throws is dropped. */
  ask(question: () => Promise<void>): void {
    if (this.busy) {
      this.next = question;
      return;
    }
    this.busy = true;
    const done = () => {
      this.busy = false;
      const { next } = this;
      this.next = null;
      if (next) this.ask(next);
    };
    question().then(done, done);
  }
}

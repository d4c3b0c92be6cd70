import type { PenStroke } from '@amber-stamp/core/model';
import type { InkJob, SentJob } from './protocol/ink.ts';

/** So many strokes are held at least; above that those of the newest job alone. */
const MOST_STROKES = 400;

/** What is held of strokes by their keys. Both sides of a worker count alike, since calls arrive in order. */
class Strokes<T> {
  private readonly held = new Map<string, T>();

  get(key: string): T | undefined {
    return this.held.get(key);
  }

  keep(all: readonly (readonly [string, T])[]): void {
    // those of other views are drawn again and again as well
    if (this.held.size > MOST_STROKES) this.held.clear();
    for (const [key, one] of all) this.held.set(key, one);
  }
}

/** The account of the strokes that a worker holds: each is given once, since a sheet of many takes long to copy at every move. */
export class StrokeLedger {
  private readonly given = new Strokes<true>();

  /** A job without what the worker holds; it is to be sent at once, and given to `HeldStrokes` there. */
  brief(job: InkJob): SentJob {
    const strokes = job.strokes.map((one) => (this.given.get(one.key) ? { ...one, stroke: null } : one));
    this.given.keep(job.strokes.map(({ key }) => [key, true]));
    return { ...job, strokes };
  }
}

/** The strokes that a worker was given: every job that was made brief comes here, and no other, so that both sides count alike. */
export class HeldStrokes {
  private readonly known = new Strokes<PenStroke>();

  /** A job with all of its strokes, as they came first: what is known of a stroke is kept with the object. */
  whole(job: SentJob): InkJob {
    const strokes = job.strokes.map((one) => {
      const stroke = this.known.get(one.key) ?? one.stroke;
      if (!stroke) throw new Error(`no stroke was given for ${one.key}`);
      return { ...one, stroke };
    });
    this.known.keep(strokes.map(({ key, stroke }) => [key, stroke]));
    return { ...job, strokes };
  }
}

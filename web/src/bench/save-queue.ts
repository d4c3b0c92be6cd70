import { v4 as newId } from 'uuid';
import type { Kept } from '@amber-stamp/core/api';
import type { Bench } from '@amber-stamp/core/bench';
import { type AmberError } from '@amber-stamp/core/errors';
import { Quiet } from '../engine/clock.ts';
import { coded } from '../parts/coded.ts';
import { dropDraft, writeDraft, type BegunBrush, type Draft } from './drafts.ts';

const QUIET_MS = 300;
const RETRY_MS = 3000;

/** A finished gesture: what it did, what it led to, and which version it goes on from where that is not the newest. */
export interface Finished {
  what: string;
  bench: Bench;
  branchOf: string | null;
  /** of a brush that is not made yet */
  begins?: BegunBrush;
}

/** What is told of the drafts that are sent. */
export interface QueueListener {
  sent: (draft: Draft, kept: Kept) => void;
  /** it cannot be sent now; it is tried again */
  failed: (draft: Draft, error: AmberError) => void;
  /** it will never be kept as it is */
  refused: (draft: Draft, error: AmberError) => void;
}

interface Entry {
  draft: Draft;
  /** it may have reached the server: it stays as it is */
  tried: boolean;
}

/** A refusal that another try would only repeat; what is cancelled or asks for a token is none. */
export const isRefusal = ({ status, code }: AmberError): boolean =>
  status >= 400 && status < 500 && code !== 'cancelled' && code !== 'not-allowed';

/**
 * Finished gestures on their way to the server, in their order. Each is written as a draft at once. Gestures that follow each
 * other quickly, or while the server is still at the one before, become one version; while it is away each becomes its own.
 */
export class SaveQueue {
  private readonly entries: Entry[] = [];
  private readonly send: (draft: Draft) => Promise<Kept>;
  private readonly listener: QueueListener;
  private running = false;
  private away = false;
  private places = 0;
  /** a gesture has just come: what follows within a while belongs to it */
  private readonly quiet = new Quiet(QUIET_MS);
  private readonly retry = new Quiet(RETRY_MS);
  private waiting: (() => void)[] = [];

  constructor(send: (draft: Draft) => Promise<Kept>, listener: QueueListener) {
    this.send = send;
    this.listener = listener;
  }

  /** Whether something of a brush, or of any, is not with the server yet. */
  has(brushId?: string): boolean {
    return brushId === undefined ? this.entries.length > 0 : this.of(brushId).length > 0;
  }

  /** The newest state of a brush that waits here. */
  newest(brushId: string): Draft | undefined {
    return this.of(brushId).at(-1)?.draft;
  }

  /** The state that a brush begins with, as long as that waits here. */
  beginning(brushId: string): Draft | undefined {
    const first = this.of(brushId).at(0)?.draft;
    return first?.begins && first;
  }

  holds(id: string): boolean {
    return this.entries.some(({ draft }) => draft.id === id);
  }

  private of(brushId: string): Entry[] {
    return this.entries.filter(({ draft }) => draft.brushId === brushId);
  }

  /** Takes a finished gesture. `parent`: the version that it was made on, where nothing of the brush waits here. */
  add(brushId: string, parent: string, { what, bench, branchOf, begins }: Finished): void {
    const before = this.of(brushId).at(-1);
    // a brush begins as it was made, whatever is done to it right afterwards
    const joins = before && !before.tried && !before.draft.begins && branchOf === null;
    if (joins && (!this.away || this.quiet.waits)) {
      before.draft = { ...before.draft, what, bench };
      void writeDraft(before.draft);
      this.quiet.run(() => this.flush());
      return;
    }
    const draft: Draft = {
      brushId,
      parent: branchOf ?? before?.draft.id ?? parent,
      goesOn: branchOf !== null,
      what,
      bench,
      id: newId(),
      place: ++this.places,
      ...(begins && !before ? { begins } : {}),
    };
    this.entries.push({ draft, tried: false });
    void writeDraft(draft);
    this.quiet.run(() => this.flush());
  }

  /** Sends what waits without waiting for more. */
  flush(): void {
    this.quiet.cancel();
    if (this.entries.length > 0) void this.run();
  }

  /** Settles once nothing of a brush waits, or once it could not be sent. */
  async settled(brushId: string): Promise<void> {
    if (!this.has(brushId)) return;
    const settled = new Promise<void>((done) => this.waiting.push(done));
    this.flush();
    await settled;
    if (!this.away) await this.settled(brushId);
  }

  private async run(): Promise<void> {
    if (this.running) return;
    this.running = true;
    this.retry.cancel();
    while (this.entries.length > 0 && !this.isGrowing) {
      const went = await this.try(this.entries[0]);
      for (const done of this.waiting.splice(0)) done();
      if (went) continue;
      this.retry.run(() => void this.run());
      break;
    }
    this.running = false;
  }

  /** Whether all that waits is still being added to: it is sent when its time has come. */
  private get isGrowing(): boolean {
    return this.quiet.waits && this.entries.length === 1 && !this.entries[0].tried;
  }

  /** Sends one; false where it has to be tried again. */
  private async try(entry: Entry): Promise<boolean> {
    entry.tried = true;
    const { draft } = entry;
    try {
      const kept = await this.send(draft);
      this.away = false;
      this.leave(entry);
      void dropDraft(draft);
      this.listener.sent(draft, kept);
      return true;
    } catch (cause) {
      const error = coded(cause, String(cause));
      // its plate was not waited for: what came after, mostly that it was taken back, is kept in its place
      if (error.code === 'cancelled' && this.of(draft.brushId).length > 1) {
        this.leave(entry, draft.parent);
        void dropDraft(draft);
        return true;
      }
      if (isRefusal(error)) {
        this.leave(entry, draft.parent);
        void writeDraft({ ...draft, refused: error.message });
        this.listener.refused(draft, error);
        return true;
      }
      this.away = error.code !== 'cancelled';
      this.listener.failed(draft, error);
      return false;
    }
  }

  /** Takes one out; what was to go on from it goes on from `parent`, where it was not kept. */
  private leave(entry: Entry, parent?: string): void {
    this.entries.splice(this.entries.indexOf(entry), 1);
    if (parent === undefined) return;
    for (const other of this.entries)
      if (other.draft.parent === entry.draft.id) {
        const { begins } = entry.draft;
        other.draft = { ...other.draft, parent, ...(begins ? { begins } : {}) };
        void writeDraft(other.draft);
      }
  }
}

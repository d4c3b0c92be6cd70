import pg from 'pg';

/** What somebody changed, as the database tells it: JSON in one line. */
type Listener = (news: string) => void;

const CHANNEL = 'amber_news';
/** A line that was lost is made again after so long, ms. */
const AGAIN_MS = 1000;

/** Hears what changes in a database, whichever server changes it, and tells it to all who listen here. */
export class News {
  private readonly url: string;
  private readonly onError: (cause: Error) => void;
  private readonly listeners = new Set<Listener>();
  private client: pg.Client | undefined;
  private closed = false;
  private opening: Promise<void> | undefined;

  constructor(url: string, onError: (cause: Error) => void) {
    this.url = url;
    this.onError = onError;
  }

  /** Listens until the answer is called, which comes once all that changes is heard. The line is opened for the first who listens. */
  async listen(listener: Listener): Promise<() => void> {
    this.listeners.add(listener);
    this.opening ??= this.open();
    await this.opening;
    return () => {
      this.listeners.delete(listener);
      if (this.listeners.size === 0) void this.end();
    };
  }

  private async open(): Promise<void> {
    if (this.client || this.closed) return;
    const client = new pg.Client({ connectionString: this.url });
    this.client = client;
    client.on('notification', ({ payload }) => {
      for (const tell of this.listeners) tell(payload ?? '');
    });
    // an error ends the line; so does a database that goes down
    const again = (cause: Error) => {
      if (this.client !== client) return;
      this.client = undefined;
      this.opening = undefined;
      this.onError(cause);
      setTimeout(() => {
        if (this.listeners.size > 0) this.opening ??= this.open();
      }, AGAIN_MS).unref();
    };
    client.on('error', again);
    client.on('end', () => again(new Error('the line for news was closed')));
    try {
      await client.connect();
      await client.query(`listen ${CHANNEL}`);
    } catch (cause) {
      again(cause as Error);
    }
  }

  private async end(): Promise<void> {
    const { client } = this;
    this.client = undefined;
    this.opening = undefined;
    await client?.end().catch(() => undefined);
  }

  async close(): Promise<void> {
    this.closed = true;
    this.listeners.clear();
    await this.end();
  }
}

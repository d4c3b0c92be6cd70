import type { Browser, BrowserContext, Page } from '@playwright/test';
import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { freshDatabase, startApi } from '../server/test/helpers.ts';
import { launch } from './browser.ts';
import { expect } from './expect.ts';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const TSX = ['--import', 'tsx'];

let demoMade: Promise<string> | undefined;

/**
 * The name of a database with the demo brushes, copied for every application that wants them: the one that stands ready
 * already, or one that is drawn once.
 */
function demoDatabase(): Promise<string> {
  const { DEMO_DATABASE } = process.env;
  if (DEMO_DATABASE) return Promise.resolve(DEMO_DATABASE);
  demoMade ??= freshDatabase().then(async (url) => {
    await loadDemo(url);
    return new URL(url).pathname.slice(1);
  });
  return demoMade;
}

function loadDemo(databaseUrl: string): Promise<void> {
  const env = { ...process.env, DATABASE_URL: databaseUrl };
  return new Promise((done, fail) => {
    const child = spawn(process.execPath, [...TSX, 'server/src/demo/load-demo.ts'], {
      cwd: ROOT,
      env,
      stdio: 'ignore',
    });
    child.on('exit', (code) => (code === 0 ? done() : fail(new Error(`the demo brushes: ended with ${code}`))));
  });
}

export type WatchedPage = Page & { faults: string[] };

/** One application and one page for all tests of a suite; each test must leave the page without a fault. */
export function withApp(use: (app: App, page: WatchedPage) => void, options: { demo?: boolean } = {}): void {
  let app: App;
  let page: WatchedPage;
  before(async () => {
    app = await App.start(options);
    page = await app.page();
    use(app, page);
  });
  after(() => app.stop());
  afterEach(() => {
    expect(page.faults).toEqual([]);
  });
}

/** Something that serves the built application until it is ended. */
interface Serving {
  url: string;
  /** of its process */
  pid: number;
  end: () => Promise<void>;
}

const PAGES = fileURLToPath(new URL('../web/dist', import.meta.url));

async function serveHere(databaseUrl: string): Promise<Serving> {
  const { url, close } = await startApi(databaseUrl, { pages: PAGES });
  return { url, pid: process.pid, end: close };
}

/** In a process of its own, as it is started for users; `end` kills it without warning. */
async function serveApart(databaseUrl: string, port: string): Promise<Serving> {
  const child = spawn(process.execPath, ['server/dist/main.js'], {
    cwd: ROOT,
    env: { ...process.env, MALLOC_ARENA_MAX: '2', DATABASE_URL: databaseUrl, PORT: port, LOG_LEVEL: 'silent' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const url = await new Promise<string>((done, fail) => {
    child.on('exit', (code) => fail(new Error(`the server ended with ${code}`)));
    child.stdout.on('data', (part: Buffer) => {
      const found = /listening on (\S+)/.exec(part.toString());
      if (found) done(found[1]);
    });
  });
  const end = async () => {
    if (child.exitCode !== null) return;
    const gone = new Promise((done) => child.once('exit', done));
    child.kill('SIGKILL');
    await gone;
  };
  return { url, pid: child.pid ?? 0, end };
}

let browser: Promise<Browser> | undefined;

/** Ends the browser that all pages share: a script ends only without it. */
export async function closeBrowser(): Promise<void> {
  await (await browser)?.close();
}

/** The built application on a database of its own, with the demo brushes. */
export class App {
  url = '';
  readonly databaseUrl: string;
  private readonly apart: boolean;
  private readonly contexts: BrowserContext[] = [];
  private serving: Serving | undefined;
  private port = '0';

  private constructor(databaseUrl: string, apart: boolean) {
    this.databaseUrl = databaseUrl;
    this.apart = apart;
  }

  /** `apart`: with a server that can be killed. */
  static async start({ demo = true, apart = false } = {}): Promise<App> {
    const databaseUrl = demo ? await freshDatabase(await demoDatabase()) : await freshDatabase();
    const app = new App(databaseUrl, apart);
    await app.serve();
    return app;
  }

  /** The process of the server. */
  get pid(): number {
    return this.serving?.pid ?? 0;
  }

  /** Starts the server, the second time on the same port. */
  async serve(): Promise<void> {
    this.serving = this.apart ? await serveApart(this.databaseUrl, this.port) : await serveHere(this.databaseUrl);
    this.url = this.serving.url;
    this.port = new URL(this.url).port;
  }

  /** Ends the server, one apart without warning. */
  async kill(): Promise<void> {
    await this.serving?.end();
    this.serving = undefined;
  }

  async stop(): Promise<void> {
    for (const context of this.contexts) await context.close();
    await this.kill();
  }

  /** A page in a browser profile of its own; errors of the page fail the test that asks for them. */
  async page(): Promise<WatchedPage> {
    const running = await (browser ??= launch());
    const context = await running.newContext({ viewport: { width: 1280, height: 800 }, acceptDownloads: true });
    this.contexts.push(context);
    const page = Object.assign(await context.newPage(), { faults: [] as string[] });
    page.on('pageerror', (error) => page.faults.push(error.message));
    page.on('console', (message) => {
      if (message.text().includes('Content Security Policy')) page.faults.push(message.text());
    });
    return page;
  }
}

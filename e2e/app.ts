import type { Browser, Page } from '@playwright/test';
import { spawn, type ChildProcess } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { freshDatabase } from '../server/test/helpers.ts';
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

/** The built application on a database of its own, with the demo brushes. */
export class App {
  readonly browser: Browser;
  url = '';
  private readonly databaseUrl: string;
  private server: ChildProcess | undefined;
  private port = '0';

  private constructor(browser: Browser, databaseUrl: string) {
    this.browser = browser;
    this.databaseUrl = databaseUrl;
  }

  static async start({ demo = true } = {}): Promise<App> {
    const databaseUrl = demo ? await freshDatabase(await demoDatabase()) : await freshDatabase();
    const app = new App(await launch(), databaseUrl);
    await app.serve();
    return app;
  }

  private env(): NodeJS.ProcessEnv {
    return { ...process.env, DATABASE_URL: this.databaseUrl, PORT: this.port, LOG_LEVEL: 'silent' };
  }

  /** Starts the server, the second time on the same port. */
  async serve(): Promise<void> {
    const child = spawn(process.execPath, [...TSX, 'server/src/main.ts'], {
      cwd: ROOT,
      env: this.env(),
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    this.server = child;
    this.url = await new Promise<string>((done, fail) => {
      child.on('exit', (code) => fail(new Error(`the server ended with ${code}`)));
      child.stdout?.on('data', (part: Buffer) => {
        const found = /listening on (\S+)/.exec(part.toString());
        if (found) done(found[1]);
      });
    });
    this.port = new URL(this.url).port;
  }

  /** Ends the server without warning. */
  async kill(): Promise<void> {
    const { server } = this;
    if (!server || server.exitCode !== null) return;
    const gone = new Promise((done) => server.once('exit', done));
    server.kill('SIGKILL');
    await gone;
  }

  async stop(): Promise<void> {
    await this.browser.close();
    await this.kill();
  }

  /** A page in a browser profile of its own; errors of the page fail the test that asks for them. */
  async page(): Promise<WatchedPage> {
    const context = await this.browser.newContext({ viewport: { width: 1280, height: 800 }, acceptDownloads: true });
    const page = Object.assign(await context.newPage(), { faults: [] as string[] });
    page.on('pageerror', (error) => page.faults.push(error.message));
    return page;
  }
}

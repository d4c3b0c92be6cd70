import { expect } from 'chai';
import { spawn } from 'node:child_process';
import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { BRUSHES } from '@amber-stamp/demo';
import { cluster } from '../lib/postgres.mjs';
import { ROOT } from '../lib/root.mjs';

/** A start as a user makes it, in a terminal of its own. */
class Start {
  text = '';
  code;

  constructor(data) {
    this.child = spawn(process.execPath, ['scripts/start.mjs'], {
      cwd: ROOT,
      // its own group: killing it kills all that it has begun, but for the database
      detached: true,
      env: { ...process.env, AMBER_DATA: data, PORT: '0' },
    });
    for (const stream of [this.child.stdout, this.child.stderr])
      stream.on('data', (part) => (this.text += part.toString()));
    this.ended = new Promise((done) => this.child.on('exit', (code) => done((this.code = code))));
  }

  get address() {
    return /Amber Stamp is at (http\S+)/.exec(this.text)?.[1];
  }

  kill() {
    process.kill(-this.child.pid, 'SIGKILL');
    return this.ended;
  }
}

async function until(what, seen) {
  for (const begun = Date.now(); ;) {
    const found = await seen();
    if (found) return found;
    if (Date.now() - begun > 150_000) throw new Error(`${what} does not come`);
    await new Promise((next) => setTimeout(next, 100));
  }
}

describe('npm start', function () {
  this.timeout(400_000);
  const root = join('/var/tmp', `amber-whole-${process.pid}`);
  const former = process.env.AMBER_DATA;
  const starts = [];
  let database;
  let first;
  const begin = () => {
    starts.push(new Start(root));
    return starts.at(-1);
  };
  const count = async (text) => {
    const client = new pg.Client(await database.start());
    await client.connect();
    try {
      return Number((await client.query(text)).rows[0].count);
    } finally {
      await client.end();
    }
  };
  const answers = (path) =>
    fetch(`${first.address}/api${path}`).then(
      (answer) => answer.ok,
      () => false,
    );
  before(() => {
    process.env.AMBER_DATA = root;
    database = cluster('database');
  });
  after(() => {
    for (const start of starts) if (start.code === undefined && start.child.exitCode === null) start.kill();
    database.stop();
    rmSync(root, { recursive: true, force: true });
    if (former === undefined) delete process.env.AMBER_DATA;
    else process.env.AMBER_DATA = former;
  });

  it('that was killed while the demo was loaded begins anew; of two at once one serves and the other tells its address', async () => {
    const killed = begin();
    await until('the load', () => /looking after the demo brushes/.test(killed.text));
    await until('its lock', () => count("select count(*) from pg_locks where locktype = 'advisory'"));
    await killed.kill();
    const [a, b] = [begin(), begin()];
    await until('an address', () => a.address && b.address);
    const second = await Promise.race([a.ended.then(() => a), b.ended.then(() => b)]);
    first = second === a ? b : a;
    expect(second.code).to.equal(0);
    expect(second.text).to.include(`Amber Stamp is at ${first.address} already`);
    expect(await count('select count(*) from brushes')).to.equal(BRUSHES.length);
    for (const { text } of [a, b]) expect(text).to.not.match(/^ +at /m);
    expect(await answers('/health')).to.equal(true);
  });

  it('serves again at the same address when its database, or its server, was killed', async () => {
    const { address } = first;
    const pid = Number(readFileSync(join(database.folder, 'data', 'postmaster.pid'), 'utf8').split('\n')[0]);
    process.kill(pid, 'SIGKILL');
    await until('the loss', async () => !(await answers('/brushes')));
    await until('the database', () => answers('/brushes'));
    const servers = readFileSync(`/proc/${first.child.pid}/task/${first.child.pid}/children`, 'utf8').trim().split(' ');
    const server = servers.find((id) => readFileSync(`/proc/${id}/cmdline`, 'utf8').includes('server/dist/main.js'));
    process.kill(Number(server), 'SIGKILL');
    await until('the loss', async () => !(await answers('/health')));
    await until('the server', () => answers('/brushes'));
    expect(first.code).to.equal(undefined);
    expect([...first.text.matchAll(/Amber Stamp is at (\S+)/g)].map(([, at]) => at)).to.deep.equal(
      Array.from({ length: [...first.text.matchAll(/Amber Stamp is at/g)].length }, () => address),
    );
    expect(await count('select count(*) from brushes')).to.equal(BRUSHES.length);
  });

  it('ends its database with itself', async () => {
    first.child.kill('SIGINT');
    expect(await first.ended).to.equal(0);
    expect(database.running()).to.equal(false);
  });
});

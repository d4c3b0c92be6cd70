import { expect } from 'chai';
import {
  copyFileSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { instanceIn } from '../lib/instance.mjs';
import { logFile } from '../lib/log-file.mjs';
import { cluster } from '../lib/postgres.mjs';

async function ask(url, text) {
  const client = new pg.Client(url);
  await client.connect();
  try {
    return (await client.query(text)).rows;
  } finally {
    await client.end();
  }
}

describe('the database of a start', () => {
  const root = join('/var/tmp', `amber-starting-${process.pid}`);
  const former = process.env.AMBER_DATA;
  let database;
  before(() => {
    process.env.AMBER_DATA = join(root, 'not', 'there', 'yet');
    database = cluster('trial', { durable: false });
  });
  after(() => {
    database.stop();
    rmSync(root, { recursive: true, force: true });
    if (former === undefined) delete process.env.AMBER_DATA;
    else process.env.AMBER_DATA = former;
  });
  const meta = () => join(database.folder, 'meta.json');

  it('is made in a folder that is not there yet', async () => {
    const url = await database.start();
    await ask(url, 'create table kept (what text)');
    await ask(url, "insert into kept values ('moss')");
    expect(statSync(database.folder).mode & 0o077).to.equal(0);
  });

  it('is entered by a role that concerns nobody else, also where its tables are older than the role', async () => {
    const url = await database.start();
    const [role] = await ask(url, 'select rolsuper, rolcreaterole, rolname from pg_roles where rolname = current_user');
    expect(role).to.deep.equal({ rolsuper: false, rolcreaterole: false, rolname: 'stamp' });
    expect(await ask(url, 'select what from kept')).to.deep.equal([{ what: 'moss' }]);
    const refused = await ask(url, 'alter system set fsync = off').catch((cause) => cause.message);
    expect(refused).to.match(/permission denied/);
  });

  for (const [what, spoil] of [
    ['is missing', () => rmSync(meta())],
    ['is empty', () => writeFileSync(meta(), '')],
    ['is half written', () => writeFileSync(meta(), '{"password": "abc')],
  ])
    it(`keeps all that is in it where its note ${what}, ended or running`, async () => {
      for (const end of [() => database.stop(), () => undefined]) {
        end();
        spoil();
        const url = await database.start();
        expect(await ask(url, 'select what from kept')).to.deep.equal([{ what: 'moss' }]);
        expect(JSON.parse(readFileSync(meta(), 'utf8'))).to.have.keys('password', 'rolePassword', 'port');
      }
    });

  it('is made anew only where its making was cut short', async () => {
    database.stop();
    writeFileSync(join(database.folder, 'unfinished'), '');
    const url = await database.start();
    expect(await ask(url, "select to_regclass('kept') as there")).to.deep.equal([{ there: null }]);
    expect(readdirSync(database.folder)).not.to.include('unfinished');
  });

  it('is refused in a sentence where its user may not enter the folder', async () => {
    if (process.getuid() !== 0) return;
    const closed = mkdtempSync(join(tmpdir(), 'closed-'));
    process.env.AMBER_DATA = closed;
    const refused = await cluster('trial')
      .start()
      .catch((cause) => cause.message);
    expect(refused).to.match(/may not enter .*; set AMBER_DATA to a folder that all may enter/);
    rmSync(closed, { recursive: true });
  });
});

describe('two starts at once', () => {
  let folder;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'instance-'));
  });
  afterEach(() => rmSync(folder, { recursive: true }));

  it('go one after the other', async () => {
    const order = [];
    const one = async (name) => {
      const done = await instanceIn(folder).begin();
      order.push(`${name} begins`);
      await new Promise((next) => setTimeout(next, 20));
      order.push(`${name} ends`);
      done();
    };
    await Promise.all([one('a'), one('b'), one('c')]);
    for (let k = 0; k < 6; k += 2) expect(order[k].slice(0, 1)).to.equal(order[k + 1].slice(0, 1));
  });

  it('are not held up by one that was killed', async () => {
    writeFileSync(join(folder, 'starting.json'), JSON.stringify({ pid: process.pid, begun: 'another time' }));
    const done = await instanceIn(folder).begin(() => expect.fail('it waits for nobody'));
    done();
  });

  it('take the note of one that was killed away one at a time: the second would take away what came in its place', async () => {
    const [lock, clearing] = ['starting.json', 'starting.json.clearing'].map((name) => join(folder, name));
    const instance = instanceIn(folder);
    instance.serveAt('nowhere');
    writeFileSync(lock, JSON.stringify({ pid: process.pid, begun: 'another time' }));
    // another, which lives, is at it
    copyFileSync(join(folder, 'serving.json'), clearing);
    let waits = 0;
    const begun = instance.begin(() => waits++);
    await new Promise((next) => setTimeout(next, 20));
    expect(waits).to.equal(1);
    expect(JSON.parse(readFileSync(lock, 'utf8')).begun).to.equal('another time');
    rmSync(clearing);
    (await begun)();
    expect(readdirSync(folder)).to.deep.equal(['serving.json']);
  });

  it('are not held up by one that was killed while it took a note away', async () => {
    for (const name of ['starting.json', 'starting.json.clearing'])
      writeFileSync(join(folder, name), JSON.stringify({ pid: process.pid, begun: 'another time' }));
    const done = await instanceIn(folder).begin();
    done();
    expect(readdirSync(folder)).to.deep.equal([]);
  });

  it('find the first one by its address as long as it lives', () => {
    const instance = instanceIn(folder);
    expect(instance.serving()).to.equal(undefined);
    instance.serveAt('http://127.0.0.1:5270');
    expect(instance.serving()).to.include({ address: 'http://127.0.0.1:5270', pid: process.pid });
    const note = join(folder, 'serving.json');
    writeFileSync(note, JSON.stringify({ ...JSON.parse(readFileSync(note, 'utf8')), begun: 'another time' }));
    expect(instance.serving()).to.equal(undefined);
  });
});

describe('the log of the server', () => {
  it('stays small however much is said, and keeps what was said last', () => {
    const folder = mkdtempSync(join(tmpdir(), 'log-'));
    const log = logFile(join(folder, 'server.log'), 1000);
    for (let k = 0; k < 500; k++) log(Buffer.from(`line ${k}\n`));
    const sizes = readdirSync(folder).map((name) => statSync(join(folder, name)).size);
    expect(Math.max(...sizes)).to.be.at.most(1000);
    expect(sizes).to.have.length(2);
    expect(readFileSync(join(folder, 'server.log'), 'utf8')).to.match(/line 499\n$/);
    rmSync(folder, { recursive: true });
  });

  it('leaves out what cannot be written, and goes on once it can', () => {
    const folder = mkdtempSync(join(tmpdir(), 'log-'));
    const path = join(folder, 'not', 'there', 'server.log');
    const log = logFile(path);
    log(Buffer.from('lost\n'));
    mkdirSync(join(folder, 'not', 'there'), { recursive: true });
    log(Buffer.from('written\n'));
    expect(readFileSync(path, 'utf8')).to.equal('written\n');
    rmSync(folder, { recursive: true });
    // a device that is always full
    logFile('/dev/full')(Buffer.from('no room'));
  });
});

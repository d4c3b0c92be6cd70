import { expect } from 'chai';
import { createHash } from 'node:crypto';
import { readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { keepBrushes } from '../../server/test/kept-brushes.ts';
import { openDatabase } from '../../server/src/db/database.ts';
import { endHeavy } from '../../server/src/heavy/pool.ts';
import { storeBytes } from '../../server/src/services/blobs.ts';
import { checkAll, sweepFiles } from '../../server/src/services/care.ts';
import { backUp, bringBack } from '../lib/data.mjs';
import { cluster } from '../lib/postgres.mjs';

const BRUSHES = 1000;

describe('all that is kept', () => {
  const root = join('/var/tmp', `amber-data-${process.pid}`);
  const former = process.env.AMBER_DATA;
  let database;
  let url;
  before(async () => {
    process.env.AMBER_DATA = root;
    database = cluster('trial', { durable: false });
    url = await database.start();
    const open = await openDatabase(url);
    await keepBrushes(open.db, BRUSHES);
    await open.close();
  });
  after(async () => {
    await endHeavy();
    database.stop();
    rmSync(root, { recursive: true, force: true });
    if (former === undefined) delete process.env.AMBER_DATA;
    else process.env.AMBER_DATA = former;
  });
  const inDatabase = async (run) => {
    const open = await openDatabase(url);
    try {
      return await run(open.db);
    } finally {
      await open.close();
    }
  };
  const rows = async (text) => {
    const client = new pg.Client(url);
    await client.connect();
    try {
      return (await client.query(text)).rows;
    } finally {
      await client.end();
    }
  };
  const names = async () => (await rows('select name from brushes order by name')).map(({ name }) => name);
  const asKept = async (address) => {
    const open = await openDatabase(address);
    const { faults } = await checkAll(open.db);
    await open.close();
    if (faults.length > 0) throw new Error(faults[0]);
  };

  it('is read file by file and version by version, and what is wrong is told', async () => {
    const good = await inDatabase(checkAll);
    expect(good).to.deep.equal({ files: 1, versions: BRUSHES, faults: [] });
    const [{ data }] = await rows('select data from blob_chunks');
    await rows('update blob_chunks set data = set_byte(data, 40, 7)');
    await rows("update versions set body = '{}' where number = 1 and id = (select min(id::text)::uuid from versions)");
    const { faults } = await inDatabase(checkAll);
    expect(faults).to.have.length(2);
    expect(faults[0]).to.match(/^The file [0-9a-f]{64} holds other bytes than were kept\.$/);
    expect(faults[1]).to.match(/^The version [0-9a-f-]{36} cannot be read: /);
    await rows(`update blob_chunks set data = '\\x${data.toString('hex')}'`);
    await rows("update versions set body = (select body from versions where body <> '{}' limit 1) where body = '{}'");
    expect((await inDatabase(checkAll)).faults).to.deep.equal([]);
  });

  it('is in one file, and is the same when it comes back; what was there until then stays', async () => {
    const before = await names();
    const file = join(root, 'copy.amber');
    expect(backUp(database, file)).to.be.above(10_000);
    expect(() => backUp(database, file)).to.throw('is there already');
    await rows("update brushes set name = 'spoiled'");
    const kept = await bringBack(database, file, asKept, 1);
    expect(await names()).to.deep.equal(before);
    expect(before).to.have.length(BRUSHES);
    const [{ here }] = await rows(`select count(*)::int as here from pg_database where datname = '${kept}'`);
    expect(here).to.equal(1);
    expect((await inDatabase(checkAll)).faults).to.deep.equal([]);
  });

  it('is not touched by a file that is none, is cut off, or holds what is not as it was kept', async () => {
    const before = await names();
    const tried = async (file, check = asKept) => bringBack(database, file, check, 2).catch((cause) => cause.message);
    expect(await tried(join(root, 'none'))).to.match(/^There is no file/);
    writeFileSync(join(root, 'text'), 'dear sir');
    expect(await tried(join(root, 'text'))).to.match(/is no copy that npm run backup has made/);
    writeFileSync(join(root, 'cut'), 'PGDMP and no more');
    expect(await tried(join(root, 'cut'))).to.be.a('string');
    expect(await tried(join(root, 'copy.amber'), () => Promise.reject(new Error('a fault')))).to.equal('a fault');
    expect(await names()).to.deep.equal(before);
    expect(await rows("select datname from pg_database where datname like 'restored%'")).to.deep.equal([]);
    expect(readdirSync(root).sort()).to.deep.equal(['copy.amber', 'cut', 'text', 'trial']);
  });

  it('is freed of files that nothing has named for a day, and of no others', async () => {
    const orphan = await inDatabase((db) => storeBytes(db, new Uint8Array(5000).fill(3)));
    expect(await inDatabase(sweepFiles)).to.deep.equal({ files: 0, bytes: 0 });
    await rows("update blobs set created_at = now() - interval '25 hours'");
    // one that is sent again is wanted again
    await inDatabase((db) => storeBytes(db, new Uint8Array(5000).fill(3)));
    expect(await inDatabase(sweepFiles)).to.deep.equal({ files: 0, bytes: 0 });
    await rows("update blobs set created_at = now() - interval '25 hours'");
    const [{ sha256 }] = await rows(`select sha256 from blobs where sha256 <> '${orphan.sha256}'`);
    for (const of of [sha256, orphan.sha256])
      await rows(`insert into thumbnails values ('thumbnail', '${of}', 64, '\\x01')`);
    expect(await inDatabase(sweepFiles)).to.deep.equal({ files: 1, bytes: 5000 });
    expect(await rows('select sha256 from thumbnails')).to.deep.equal([{ sha256 }]);
    const left = await rows('select sha256 from blobs');
    expect(left.map(({ sha256 }) => sha256)).not.to.include(orphan.sha256);
    expect(left).to.have.length(1);
    expect(orphan.sha256).to.equal(createHash('sha256').update(new Uint8Array(5000).fill(3)).digest('hex'));
    expect((await inDatabase(checkAll)).faults).to.deep.equal([]);
  });
});

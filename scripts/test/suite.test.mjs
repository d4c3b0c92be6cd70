import { expect } from 'chai';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { runSuite } from '../lib/suite.mjs';

/** Comes back once a process has ended, which is a while after it was told to; one that nobody asks after stays in the list. */
async function gone(pid) {
  const stat = `/proc/${pid}/stat`;
  while (existsSync(stat) && !readFileSync(stat, 'utf8').includes(') Z ')) await setTimeout(20);
}

describe('a suite of tests', () => {
  let shown = '';
  // only what is meant to fall silent meets a limit, and with time for a slow machine to come so far
  const run = (script, limits) =>
    runSuite('/bin/sh', ['-c', script], { quietMs: 60_000, show: (part) => (shown += part), ...limits });
  beforeEach(() => (shown = ''));

  it('is shown while it runs, and ends as it ends', async () => {
    expect(await run('echo one; sleep 0.2; echo two; exit 3')).to.deep.equal({ status: 3, text: 'one\ntwo\n' });
    expect(shown).to.equal('one\ntwo\n');
  });

  it('ends although something that it began goes on', async () => {
    const begun = Date.now();
    expect(await run('sleep 50 & echo one; exit 2')).to.deep.equal({ status: 2, text: 'one\n' });
    expect(Date.now() - begun).to.be.lessThan(45_000);
  });

  it('that falls silent is ended with all that it has begun, and what it waited for is shown', async () => {
    const { status, text } = await run('echo one; sleep 77 | cat', { quietMs: 3000, firstMs: 60_000 });
    expect(status).to.equal(null);
    expect(text).to.match(/^one\n\nnothing was said for 3 s; it waited for:\n\d+ \/bin\/sh -c/);
    const [, sleeper] = /^(\d+) sleep 77\n {2}sleep S \S+ \d+\+\d+ ticks$/m.exec(text);
    await gone(sleeper);
    expect(shown).not.to.include('once more');
  });

  it('that has not said a word is begun once more, and no third time', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'suite-'));
    const mark = join(folder, 'begun');
    const later = await run(`if mkdir ${mark} 2>/dev/null; then sleep 77; fi; echo late`, { firstMs: 6000 });
    expect(later).to.deep.equal({ status: 0, text: 'late\n' });
    expect(shown).to.match(/it is begun once more\nlate\n$/);
    const never = await run(`mkdir ${folder}/$$; sleep 77`, { firstMs: 6000 });
    expect(never.status).to.equal(null);
    expect(readdirSync(folder)).to.have.length(3);
    rmSync(folder, { recursive: true });
  });
});

import { encodeObj } from '@amber-stamp/core/formats';
import { encodeGray } from '@amber-stamp/io';
import { raster } from '@amber-stamp/core/raster';
import { expect } from 'chai';
import { decode } from 'fast-png';
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { fileURLToPath } from 'node:url';
import { runAmber } from './run.ts';

const ROOT = fileURLToPath(new URL('../..', import.meta.url));

/** Dark discs of some radius on white, at places in shares of the sides. */
function discs(side: number, places: readonly (readonly [number, number, number])[]): Uint8Array {
  const r = raster(side, side);
  for (let i = 0; i < r.data.length; i++) {
    const [u, v] = [(i % side) / side, Math.floor(i / side) / side];
    r.data[i] = places.some(([x, y, size]) => Math.hypot(u - x, v - y) < size) ? 0.1 : 1;
  }
  return encodeGray(r, 8);
}

describe('the command line on many files', () => {
  const folder = mkdtempSync(join(tmpdir(), 'amber-many-'));
  const at = (name: string): string => join(folder, name);
  const amber = (...args: string[]) => runAmber(folder, args);
  before(() => {
    mkdirSync(at('scans'));
    mkdirSync(at('tips'));
    ['moss', 'rope', 'silt'].forEach((name, k) =>
      writeFileSync(at(`scans/${name}.png`), discs(120, [[0.5, 0.5, 0.15 + k / 20]])),
    );
    writeFileSync(
      at('lichen.png'),
      discs(160, [
        [0.45, 0.5, 0.25],
        [0.62, 0.42, 0.12],
      ]),
    );
    writeFileSync(
      at('sheet.png'),
      discs(400, [
        [0.2, 0.3, 0.08],
        [0.6, 0.3, 0.1],
        [0.4, 0.75, 0.07],
      ]),
    );
    writeFileSync(
      at('shell.obj'),
      encodeObj({ positions: Float32Array.of(0, 0, 0, 1, 0, 0, 0, 1, 0.5), indices: Uint32Array.of(0, 1, 2) }),
    );
    const points = [0, 1, 2].map((k) => ({
      x: 40 + 60 * k,
      y: 60,
      t: 10 * k,
      pressure: 1,
      tiltX: 0,
      tiltY: 0,
      twist: 0,
    }));
    writeFileSync(at('strokes.json'), JSON.stringify({ width: 240, height: 120, strokes: [{ points }] }));
  });

  it('works on all that a pattern names, two at a time, tells how far it is, and gives the results', () => {
    const { status, out, err } = amber(
      'plate',
      '--source',
      'scans/*.png',
      '--out',
      'tips/{name}.png',
      '--jobs',
      '2',
      '--json',
    );
    expect(status).to.equal(0);
    expect(['moss', 'rope', 'silt'].map((name) => existsSync(at(`tips/${name}.png`)))).to.deep.equal([
      true,
      true,
      true,
    ]);
    expect((JSON.parse(out) as { out: string }[]).map((one) => one.out)).to.deep.equal([
      'tips/moss.png',
      'tips/rope.png',
      'tips/silt.png',
    ]);
    expect(
      err
        .trim()
        .split('\n')
        .map((line) => line.split(':')[0]),
    ).to.deep.equal(['1 of 3', '2 of 3', '3 of 3']);
  });

  it('never writes over a file without being told', () => {
    const before = statSync(at('tips/moss.png')).mtimeMs;
    const refused = amber('plate', '--source', 'scans/moss.png', '--out', 'tips/moss.png');
    expect([refused.status, refused.err.trim()]).to.deep.equal([
      1,
      'tips/moss.png is there already; name another file, or add --force.',
    ]);
    expect(statSync(at('tips/moss.png')).mtimeMs).to.equal(before);
    expect(amber('plate', '--source', 'scans/moss.png', '--out', 'tips/moss.png', '--force').status).to.equal(0);
  });

  it('says what is missing where many files would go to one place, or none is found', () => {
    const one = amber('plate', '--source', 'scans/*.png', '--out', 'tips/all.png');
    expect([one.status, one.err.split('\n')[0]]).to.deep.equal([
      2,
      '3 files are called scans/*.png: --out needs {name}, such as tips/{name}.png',
    ]);
    const none = amber('plate', '--source', 'nowhere/*.png', '--out', 'tips/{name}.png');
    expect([none.status, none.err.trim()]).to.deep.equal([
      1,
      'No file is called nowhere/*.png; check the path, and put patterns in quotes.',
    ]);
  });

  it('tells of each command what it does, with an example that works', function () {
    this.timeout(120_000);
    const commands =
      amber('--help')
        .out.match(/^ {2}(\w+)/gm)
        ?.map((line) => line.trim()) ?? [];
    expect(commands).to.include.members([
      'plate',
      'marks',
      'guess',
      'stroke',
      'echo',
      'cast',
      'sprites',
      'pack',
      'unpack',
    ]);
    for (const command of commands) {
      const { status, out } = amber(command, '--help');
      expect(status, command).to.equal(0);
      const line = /^example: .*? -- (.*)$/m.exec(out)?.[1] ?? /^example: amber-stamp (.*)$/m.exec(out)?.[1] ?? '';
      const args = (line.match(/'[^']*'|\S+/g) ?? []).map((arg) => arg.replace(/^'|'$/g, ''));
      const ran = amber(...args, '--force');
      expect([ran.status, ran.err.replace(/^\d+ of \d+: .*\n/gm, '')], line).to.deep.equal([0, '']);
    }
  });

  it('cuts every mark of a sheet, and makes a brush that says why it is as it is', () => {
    const marks = JSON.parse(amber('marks', '--source', 'sheet.png', '--out', 'marks', '--json', '--force').out) as {
      marks: unknown[];
    };
    expect(marks.marks).to.have.length(3);
    const guess = JSON.parse(amber('guess', '--source', 'lichen.png', '--out', 'guessed', '--json').out) as Record<
      string,
      unknown
    >;
    expect(guess).to.include({ plate: 'lichen.png', for: 'tip' });
    expect(guess.reasons).to.have.property('spacing');
  });

  it('puts tips on a sheet where black prints, and says so in its name and text', async () => {
    const { status } = amber(
      'sprites',
      '--brush',
      'guessed/brush.json',
      '--out',
      'tips.png',
      '--bits',
      '8',
      '--black-prints',
    );
    expect(status).to.equal(0);
    const png = decode(readFileSync(at('tips-black-prints.png')));
    expect([png.depth, png.text]).to.deep.equal([8, { Comment: 'black prints' }]);
    // another reader finds the same values
    const { data, info } = await sharp(at('tips-black-prints.png'))
      .toColourspace('b-w')
      .raw()
      .toBuffer({ resolveWithObject: true });
    expect([info.width, info.height, info.channels]).to.deep.equal([png.width, png.height, 1]);
    expect(data.equals(Buffer.from(png.data as Uint8Array))).to.equal(true);
    const told = JSON.parse(readFileSync(at('tips.json'), 'utf8')) as Record<string, unknown>;
    expect(told).to.include({
      format: 'amber-stamp/sprites',
      image: 'tips-black-prints.png',
      prints: 'black',
      width: png.width,
    });
  });

  it('does it again when a file changes, until it is ended', async function () {
    this.timeout(60_000);
    const args = ['plate', '--source', 'scans/rope.png', '--out', 'tips/watched.png', '--watch'];
    const child = spawn(process.execPath, [join(ROOT, 'scripts/amber.mjs'), ...args], { cwd: folder });
    let told = '';
    child.stderr.on('data', (part: Buffer) => (told += part.toString()));
    const until = async (done: () => boolean) => {
      while (!done()) await new Promise((next) => setTimeout(next, 50));
    };
    try {
      await until(() => told.includes('watching scans/rope.png'));
      const before = readFileSync(at('tips/watched.png'));
      // the watcher may need a moment to stand: written again where nothing came of it, but never while it waits for the end
      let written = 0;
      await until(() => {
        if (Date.now() - written > 3000) {
          writeFileSync(at('scans/rope.png'), discs(120, [[0.5, 0.5, 0.4]]));
          written = Date.now();
        }
        return told.split('1 of 1').length > 2;
      });
      await until(() => !readFileSync(at('tips/watched.png')).equals(before));
    } finally {
      child.kill();
    }
  });
});

describe('the command line as a package', () => {
  it('is installed into an empty folder and works there', function () {
    this.timeout(240_000);
    const folder = mkdtempSync(join(tmpdir(), 'amber-installed-'));
    const run = (command: string, args: string[], cwd = folder) => {
      const { status, stdout, stderr } = spawnSync(command, args, { cwd, encoding: 'utf8' });
      expect(status, `${command} ${args.join(' ')}: ${stderr}`).to.equal(0);
      return stdout;
    };
    const packed = run(process.execPath, [join(ROOT, 'scripts/pack-cli.mjs'), folder]).trim();
    writeFileSync(join(folder, 'package.json'), '{ "name": "empty", "private": true }');
    run('npm', ['install', '--prefer-offline', '--no-audit', '--no-fund', '--loglevel', 'error', packed]);
    writeFileSync(join(folder, 'word.json'), '{ "format": "amber-stamp/type", "version": 1, "text": "Oak" }');
    run('npx', ['amber-stamp', 'plate', '--source', 'word.json', '--out', 'word.png']);
    expect(decode(readFileSync(join(folder, 'word.png'))).depth).to.equal(16);
  });
});

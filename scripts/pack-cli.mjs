// npm run pack:cli -- FOLDER: the command line as a package that npm installs anywhere.
import { cpSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { buildCli } from './build-cli.mjs';
import { ROOT } from './lib/root.mjs';

const manifest = (of) => JSON.parse(readFileSync(join(ROOT, of, 'package.json'), 'utf8'));

/** Packages that the joined sources reach, with the versions that they are tested with. */
const dependencies = () =>
  Object.fromEntries(
    ['core', 'io', 'cli']
      .flatMap((of) => Object.entries(manifest(of).dependencies))
      .filter(([name]) => !name.startsWith('@amber-stamp/'))
      .sort(([a], [b]) => a.localeCompare(b)),
  );

/** Writes the package into a folder; gives its path. */
export async function packCli(folder) {
  await buildCli();
  const { name, version, license, engines } = manifest('.');
  const beside = join(tmpdir(), `amber-stamp-package-${process.pid}`);
  rmSync(beside, { recursive: true, force: true });
  mkdirSync(beside, { recursive: true });
  cpSync(join(ROOT, 'cli/dist'), join(beside, 'dist'), { recursive: true });
  for (const file of ['LICENSE', 'docs/guide/command-line.md'])
    cpSync(join(ROOT, file), join(beside, file.endsWith('.md') ? 'README.md' : file));
  writeFileSync(join(beside, 'dist/run.js'), "#!/usr/bin/env node\nimport './amber.js';\n", { mode: 0o755 });
  const described = {
    name,
    version,
    license,
    engines,
    description: 'Brush tips and strokes for texture and effects artists, on the command line.',
    type: 'module',
    bin: { [name]: 'dist/run.js' },
    files: ['dist'],
    dependencies: dependencies(),
  };
  writeFileSync(join(beside, 'package.json'), `${JSON.stringify(described, null, 2)}\n`);
  mkdirSync(folder, { recursive: true });
  const { status, stdout, stderr } = spawnSync('npm', ['pack', '--silent', '--pack-destination', resolve(folder)], {
    cwd: beside,
    encoding: 'utf8',
  });
  rmSync(beside, { recursive: true, force: true });
  if (status !== 0) throw new Error(`npm pack failed: ${stderr}`);
  return join(resolve(folder), stdout.trim().split('\n').pop());
}

if (process.argv[1] === import.meta.filename) console.log(await packCli(process.argv[2] ?? '.'));

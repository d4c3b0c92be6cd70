import type { WorkState } from '@amber-stamp/core/api';
import { AmberError } from '@amber-stamp/core/errors';
import { spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtemp, readdir, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join, relative, sep } from 'node:path';
import pLimit from 'p-limit';
import { COMMAND_LINE } from '../places.ts';
import type { Form } from './form.ts';
import { UPLOADS } from './receive.ts';

/** What each command writes where nothing is said, and by which option. */
const OUTS: Readonly<Record<string, readonly [option: string, name: string]>> = {
  plate: ['out', 'plate.png'],
  marks: ['out', '.'],
  guess: ['out', '.'],
  stroke: ['out', 'stroke.png'],
  echo: ['report', 'echo.json'],
  cast: ['out', 'heights.exr'],
  sprites: ['out', 'sprites.png'],
  pack: ['out', 'brush.zip'],
  unpack: ['out', '.'],
};
export const WORKS: readonly string[] = Object.keys(OUTS);

/** Options that name a file to be read: it is sent, never named. */
const READ = ['source', 'recipe', 'brush', 'strokes', 'mesh', 'pack'];
/** Options that name a file to be written. */
const WRITTEN = ['out', 'report', 'dabs'];
const FOLDER_OUT = 'out';
const MOST_MS = 5 * 60_000;
const KEPT_MS = 15 * 60_000;
/** So much is kept or waits at most. */
const MOST = 100;

/** One at a time beside what reads files: what somebody computes holds up nobody's page. */
const line = pLimit(1);
const works = new Map<string, Work>();

/** All files in a folder, as paths in it. */
async function filesIn(folder: string): Promise<string[]> {
  const entries = await readdir(folder, { withFileTypes: true, recursive: true });
  return entries
    .filter((entry) => entry.isFile())
    .map((entry) => relative(folder, join(entry.parentPath, entry.name)).split(sep).join('/'))
    .sort();
}

/** A name for a file that is written, without any folder. Throws bad-value. */
function plainName(option: string, name: string): string {
  if (!/^[\w][\w .-]{0,120}$/.test(name))
    throw new AmberError(
      'bad-value',
      `${option} is a plain file name such as tip.png, not ${name.slice(0, 60)}.`,
      option,
    );
  return name;
}

/** The arguments of the command line for what was sent. */
function argsOf(command: string, { fields, files }: Form): string[] {
  const [option, usual] = OUTS[command];
  const args = [command];
  const given = new Map(fields);
  if (!given.has(option)) given.set(option, usual);
  for (const [name, value] of given) {
    if (!/^[a-z][a-z-]{0,30}$/.test(name) || name === 'json' || name === 'watch' || name === 'jobs')
      throw new AmberError('bad-value', `There is no option ${name.slice(0, 40)}.`, name.slice(0, 40));
    if (READ.includes(name)) throw new AmberError('bad-value', `${name} is sent as a file, not by its name.`, name);
    if (WRITTEN.includes(name))
      args.push(`--${name}`, value === '.' ? FOLDER_OUT : `${FOLDER_OUT}/${plainName(name, value)}`);
    else if (value === 'true') args.push(`--${name}`);
    else args.push(`--${name}=${value}`);
  }
  for (const [name, file] of files) {
    if (name !== 'file' && !READ.includes(name))
      throw new AmberError(
        'bad-value',
        `There is no file ${name.slice(0, 40)}; what lies beside is called file.`,
        'file',
      );
    if (name !== 'file') args.push(`--${name}`, file);
  }
  return [...args, '--json'];
}

/** Something that is being computed by the command line, in a folder and a process of its own. */
export class Work {
  readonly id = randomUUID();
  readonly ended: Promise<void>;
  private readonly folder: string;
  private readonly listeners = new Set<() => void>();
  private child: ChildProcess | undefined;
  private cancelled = false;
  private errors = '';
  private told: WorkState;

  constructor(command: string, form: Form) {
    this.folder = form.folder;
    this.told = { id: this.id, command, state: 'waiting', told: '', result: null, files: [], refused: null };
    const args = argsOf(command, form);
    this.ended = line(() => this.run(args)).then(() => {
      setTimeout(() => void this.forget(), KEPT_MS).unref();
    });
  }

  get state(): WorkState {
    return this.told;
  }

  /** Hears of every change until the answer is called. */
  listen(listener: () => void): () => void {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  }

  private tell(change: Partial<WorkState>): void {
    this.told = { ...this.told, ...change };
    for (const listener of this.listeners) listener();
  }

  private async run(args: readonly string[]): Promise<void> {
    if (this.cancelled) return this.tell({ state: 'cancelled' });
    this.tell({ state: 'running' });
    const { status, out } = await this.spawned(args);
    if (this.cancelled) return this.tell({ state: 'cancelled' });
    if (status !== 0) return this.tell({ state: 'failed', refused: this.reason(status) });
    this.tell({
      state: 'done',
      result: JSON.parse(out) as object,
      files: await filesIn(join(this.folder, FOLDER_OUT)),
    });
  }

  private spawned(args: readonly string[]): Promise<{ status: number | null; out: string }> {
    return new Promise((done) => {
      const child = spawn(process.execPath, [COMMAND_LINE, ...args], {
        cwd: this.folder,
        stdio: ['ignore', 'pipe', 'pipe'],
        timeout: MOST_MS,
        env: { PATH: process.env.PATH, MALLOC_ARENA_MAX: '2' },
      });
      this.child = child;
      let out = '';
      child.stdout.on('data', (part: Buffer) => (out += part.toString()));
      child.stderr.on('data', (part: Buffer) => {
        this.errors = (this.errors + part.toString()).slice(-4000);
        this.tell({ told: this.errors.trim().split('\n').pop() ?? '' });
      });
      child.on('error', () => done({ status: 1, out }));
      child.on('exit', (status) => done({ status, out }));
    });
  }

  /** Why nothing came of it, in one sentence. */
  private reason(status: number | null): string {
    if (status === null) return `It took more than ${MOST_MS / 60_000} minutes; make the source smaller first.`;
    const lines = this.errors.trim().split('\n');
    return (status === 2 ? lines[0] : lines[lines.length - 1]) || 'It could not be computed.';
  }

  /** The place of a file that came of it. Throws not-found. */
  file(name: string): string {
    if (!this.told.files.includes(name))
      throw new AmberError('not-found', `There is no file ${name.slice(0, 80)}.`, name.slice(0, 80));
    return join(this.folder, FOLDER_OUT, name);
  }

  /** Ends it, if it is not over, and takes everything of it away. */
  async forget(): Promise<void> {
    this.cancelled = true;
    works.delete(this.id);
    this.child?.kill('SIGKILL');
    await rm(this.folder, { recursive: true, force: true });
  }
}

/** A folder for the files of one work. One that a killed server leaves behind is swept with its uploads. */
export const workFolder = async (): Promise<string> => mkdtemp(join(tmpdir(), `${UPLOADS}${process.pid}-work-`));

/** Begins to compute. Throws bad-value, and too-busy where too much waits. */
export function beginWork(command: string, form: Form): Work {
  if (works.size >= MOST)
    throw new AmberError(
      'too-busy',
      'The server computes as much as it can; take what is done away, or try again later.',
    );
  const work = new Work(command, form);
  works.set(work.id, work);
  return work;
}

export function workOf(id: string): Work {
  const work = works.get(id);
  if (!work) throw new AmberError('not-found', 'There is no such work any more; begin it anew.', id);
  return work;
}

export const sizeOfFile = async (path: string): Promise<number> => (await stat(path)).size;

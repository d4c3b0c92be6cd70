import { AmberError } from '@amber-stamp/core/errors';
import { watch } from 'chokidar';
import { fork } from 'node:child_process';
import { basename, extname } from 'node:path';
import pLimit from 'p-limit';
import { glob, isDynamicPattern } from 'tinyglobby';
import { UsageError } from './arguments.ts';

/** What stands for the name of each file in the other options of a command that works on many. */
export const NAME = '{name}';

const placeOf = (args: readonly string[], option: string): number => args.indexOf(`--${option}`) + 1;
const flag = (args: readonly string[], name: string): boolean => args.includes(`--${name}`);

/** Options of the command line itself, taken out of those of a command. */
export interface Many {
  /** the files that the command works on, one after the other */
  files: string[];
  jobs: number;
  watch: boolean;
  /** the arguments of the command for one of the files */
  argsFor: (file: string) => string[];
}

function jobsOf(args: readonly string[]): number {
  const at = placeOf(args, 'jobs');
  if (at === 0) return 1;
  const jobs = Number(args[at]);
  if (!Number.isInteger(jobs) || jobs < 1 || jobs > 64)
    throw new UsageError(`--jobs must be a whole number from 1 to 64, not ${args[at] ?? 'nothing'}`);
  return jobs;
}

const without = (args: readonly string[]): string[] => {
  const jobs = args.indexOf('--jobs');
  return args.filter((arg, i) => arg !== '--watch' && (jobs < 0 || (i !== jobs && i !== jobs + 1)));
};

/** Which files a command is to work on; undefined where it is one, named plainly. Throws file-not-found and UsageError. */
export async function manyOf(args: readonly string[], over: string): Promise<Many | undefined> {
  const at = placeOf(args, over);
  const given = at > 0 ? (args[at] ?? '') : '';
  const watches = flag(args, 'watch');
  const isPattern = isDynamicPattern(given);
  if (!isPattern && !watches && !flag(args, 'jobs')) return undefined;
  const files = (
    await glob(isPattern ? given : [given.replace(/[\\()[\]{}!*?]/g, '\\$&')], { absolute: false })
  ).sort();
  if (files.length === 0)
    throw new AmberError(
      'file-not-found',
      `No file is called ${given}; check the path, and put patterns in quotes.`,
      over,
    );
  const rest = without(args);
  if (files.length > 1 && !rest.some((arg) => arg.includes(NAME)))
    throw new UsageError(`${files.length} files are called ${given}: --out needs ${NAME}, such as tips/${NAME}.png`);
  const place = placeOf(rest, over);
  const argsFor = (file: string): string[] => {
    const name = basename(file, extname(file));
    return rest.map((arg, i) => (i === place ? file : arg.replaceAll(NAME, name)));
  };
  return { files, jobs: jobsOf(args), watch: watches, argsFor };
}

interface Ended {
  status: number;
  out: string;
}

/** Runs one command in a process of its own; what it says of errors is shown at once. */
const runApart = (args: readonly string[]): Promise<Ended> =>
  new Promise((done) => {
    const child = fork(process.argv[1], args, { stdio: ['ignore', 'pipe', 'inherit', 'ipc'] });
    let out = '';
    child.stdout?.on('data', (part: Buffer) => (out += part.toString()));
    child.on('exit', (status) => done({ status: status ?? 1, out }));
  });

/** Does a command for every file, so many at a time, and tells on stderr how far it is. Gives the results that were asked for. */
export async function runMany(
  command: string,
  { files, jobs, argsFor }: Pick<Many, 'files' | 'jobs' | 'argsFor'>,
): Promise<{ status: number; results: unknown[] }> {
  const line = pLimit(jobs);
  let done = 0;
  const ended = await Promise.all(
    files.map((file) =>
      line(async () => {
        const one = await runApart([command, ...argsFor(file)]);
        done++;
        console.error(`${done} of ${files.length}: ${file}${one.status === 0 ? '' : ' failed'}`);
        return one;
      }),
    ),
  );
  return {
    status: Math.max(...ended.map(({ status }) => status)),
    results: ended.flatMap(({ out }) => (out.trim() === '' ? [] : [JSON.parse(out) as unknown])),
  };
}

/** Does a command again for each file that changes, until it is ended. */
export function keepWatching(command: string, { files, argsFor }: Many, given: readonly string[]): Promise<never> {
  const beside = given.filter((_, i) => ['--recipe', '--brush', '--strokes'].includes(given[i - 1]));
  const watcher = watch([...files, ...beside], { ignoreInitial: true, awaitWriteFinish: { stabilityThreshold: 120 } });
  console.error(`watching ${files.length === 1 ? files[0] : `${files.length} files`}; Ctrl C ends it`);
  watcher.on('change', (path) => {
    const changed = files.includes(path) ? [path] : files;
    void runMany(command, { files: changed, jobs: 1, argsFor: (file) => [...argsFor(file), '--force'] });
  });
  return new Promise(() => undefined);
}

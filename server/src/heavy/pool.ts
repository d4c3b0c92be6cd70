import { AmberError } from '@amber-stamp/core/errors';
import pLimit from 'p-limit';
import { Piscina } from 'piscina';
import { fileURLToPath } from 'node:url';
import type { HeavyTask, HeavyWork, Refusal } from './tasks.ts';

/**
 * How long one task may take, and how many may wait: more are refused. What waits is mostly a file on the disk. Tests are less
 * patient.
 */
export const heavyLimits = { ms: 20_000, waiting: 256 };
/** Of one thread, MB; what pictures unfold to is limited where they are decoded. */
const MOST_MB = 512;
const THREADS = 2;

/** Where the sources were joined it stands beside them; else it needs its own loader. */
const WORKER = import.meta.url.endsWith('.ts') ? './worker.mjs' : './worker.js';

let pool: Piscina | undefined;

const opened = (): Piscina =>
  (pool ??= new Piscina({
    filename: fileURLToPath(new URL(WORKER, import.meta.url)),
    minThreads: 1,
    maxThreads: THREADS,
    idleTimeout: 30_000,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MB, maxYoungGenerationSizeMb: 16 },
  }));

/** Makes the first thread ready, so that the first file need not wait for it. */
export const warmHeavy = (): void => void opened();

/** Ends all threads: a script that has used them ends only then. */
export async function endHeavy(): Promise<void> {
  await pool?.destroy();
  pool = undefined;
}

const tooBusy = () =>
  new AmberError('too-busy', 'The server is reading as many files as it can; nothing was kept. Try again in a moment.');

/** What a thread that was ended, or could not begin, means for the file. */
function whyNot(cause: unknown, where: string): unknown {
  const { name, code } = cause as { name?: string; code?: string };
  if (name === 'AbortError')
    return new AmberError(
      'file-too-large',
      `${where} takes more than ${heavyLimits.ms / 1000} seconds to read; make it smaller first.`,
      where,
    );
  if (code === 'ERR_WORKER_OUT_OF_MEMORY')
    return new AmberError(
      'file-too-large',
      `${where} needs more than ${MOST_MB} MB to be read; make it smaller first.`,
      where,
    );
  return cause;
}

/** As many at a time as there are threads; each has its time from when it begins. */
const line = pLimit(THREADS);

/** What nobody waits for takes one thread at most, so that another is left for those who wait. */
const aside = pLimit(1);

/** Whether work would have to wait. */
export const isBusy = (): boolean => line.activeCount >= THREADS;

/**
 * Does work on a file, given as its bytes or its place on the disk, in a thread of its own. Throws what the work refuses,
 * `too-busy`, or `file-too-large`.
 */
export async function heavy<K extends keyof HeavyWork>(
  what: K,
  file: string | Uint8Array,
  where: string,
  { side = 0, whole = false, plates = {} }: Partial<Pick<HeavyTask, 'side' | 'whole' | 'plates'>> = {},
): Promise<HeavyWork[K]> {
  if (line.pendingCount >= heavyLimits.waiting) throw tooBusy();
  const task: HeavyTask = { what, file, where, side, whole, plates };
  let answer: { done: HeavyWork[K] } | { refused: Refusal };
  try {
    const run = () =>
      line(() => opened().run(task, { signal: AbortSignal.timeout(heavyLimits.ms) }) as Promise<typeof answer>);
    answer = await (what === 'measure' ? aside(run) : run());
  } catch (cause) {
    throw whyNot(cause, where);
  }
  if ('done' in answer) return answer.done;
  const { refused } = answer;
  throw new AmberError(refused.code, refused.message, refused.where);
}

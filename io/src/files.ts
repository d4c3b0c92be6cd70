import { AmberError } from '@amber-stamp/core/errors';
import { parseJson } from '@amber-stamp/core/model';
import { mkdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { dirname, basename, isAbsolute, join, resolve, sep } from 'node:path';
import { MAX_FILE_BYTES } from './decode.ts';

const MAX_JSON_BYTES = 32 * 1024 * 1024;
const codeOf = (cause: unknown): string | undefined => (cause as NodeJS.ErrnoException | undefined)?.code;

/** Reads a whole file; a missing, unreadable or over-long one is one clear sentence. */
export async function readBytes(path: string, limit = MAX_FILE_BYTES): Promise<Uint8Array> {
  try {
    const { size } = await stat(path);
    if (size > limit)
      throw new AmberError(
        'file-too-large',
        `${path} has ${Math.ceil(size / 1048576)} MB; at most ${Math.floor(limit / 1048576)} MB can be read.`,
        path,
      );
    return await readFile(path);
  } catch (cause) {
    if (cause instanceof AmberError) throw cause;
    const why =
      codeOf(cause) === 'EISDIR' ? 'is a folder' : codeOf(cause) === 'EACCES' ? 'may not be read' : 'does not exist';
    throw new AmberError('file-not-found', `${path} ${why}; check the path.`, path);
  }
}

export async function readJson(path: string): Promise<unknown> {
  return parseJson(new TextDecoder().decode(await readBytes(path, MAX_JSON_BYTES)), basename(path));
}

/** Whether files that are there are written over. */
let writesOver = true;
export const overwriting = (over: boolean): void => void (writesOver = over);

/** Throws cannot-write where one of the files is there already and is not to be written over. */
async function checkFree(files: readonly { path: string }[]): Promise<void> {
  if (writesOver) return;
  for (const { path } of files) {
    const there = await stat(path).then(
      () => true,
      () => false,
    );
    if (there)
      throw new AmberError('cannot-write', `${path} is there already; name another file, or add --force.`, path);
  }
}

/** Writes whole files or nothing: each goes to a temporary name first, and all are moved at the end. */
export async function writeAll(files: readonly { path: string; bytes: Uint8Array | string }[]): Promise<void> {
  await checkFree(files);
  const drafts: string[] = [];
  try {
    for (const { path, bytes } of files) {
      const draft = join(dirname(path), `.${basename(path)}.${process.pid}.part`);
      drafts.push(draft);
      await writeFile(draft, bytes);
    }
    for (const [i, { path }] of files.entries()) await rename(drafts[i], path);
  } catch (cause) {
    await Promise.all(drafts.map((draft) => rm(draft, { force: true })));
    throw new AmberError(
      'cannot-write',
      `${files[0].path} cannot be written (${codeOf(cause) ?? 'unknown reason'}); check the folder.`,
      files[0].path,
    );
  }
}

/** A path of a document resolved beside it; throws outside-folder when it would leave the folder. */
export function inside(folder: string, path: string): string {
  const root = resolve(folder);
  const full = resolve(root, path);
  const hostile = isAbsolute(path) || path.includes('\\') || path.includes('\0') || /^[a-z]:/i.test(path);
  if (hostile || !(full.startsWith(root + sep) && full !== root))
    throw new AmberError(
      'outside-folder',
      `The path ${path} leaves the folder of its document; use a plain relative path.`,
      path,
    );
  return full;
}

export const ensureFolder = (path: string): Promise<unknown> => mkdir(path, { recursive: true });

import { AmberError } from '@amber-stamp/core/errors';
import { MAX_FILE_BYTES } from '@amber-stamp/io';
import busboy from 'busboy';
import { createWriteStream } from 'node:fs';
import { mkdir } from 'node:fs/promises';
import type { IncomingMessage } from 'node:http';
import { basename, join } from 'node:path';
import { pipeline } from 'node:stream/promises';

/** What was sent as a form: texts by their names, and files that lie in a folder. */
export interface Form {
  folder: string;
  fields: ReadonlyMap<string, string>;
  /** by the name of the field: the file's name in the folder; several may be called `file` */
  files: readonly (readonly [name: string, file: string])[];
}

const LIMITS = { files: 200, fileSize: MAX_FILE_BYTES, fields: 60, fieldSize: 2000, parts: 260 };

/** A name by which a file may lie in the folder. */
function fileName(name: string, sent: string | undefined): string {
  const plain = basename((sent ?? name).replace(/\\/g, '/'));
  if (plain === '' || plain.startsWith('.') || plain.startsWith('-') || plain.includes('\0'))
    throw new AmberError('bad-value', `${name}: a file needs a plain name such as tip.png.`, name);
  return plain;
}

/** Receives a form (multipart/form-data) into a folder. Throws bad-request, bad-value and file-too-large. */
export async function receiveForm(req: IncomingMessage, folder: string): Promise<Form> {
  await mkdir(join(folder, 'out'), { recursive: true });
  const fields = new Map<string, string>();
  const files: [string, string][] = [];
  const writing: Promise<void>[] = [];
  let failed: Error | undefined;
  const form = busboy({ headers: req.headers, limits: LIMITS });
  form.on('field', (name, value, { valueTruncated }) => {
    if (valueTruncated) failed = new AmberError('bad-value', `${name} is too long.`, name);
    fields.set(name, value);
  });
  form.on('file', (name, stream, { filename }) => {
    let place: string;
    try {
      place = fileName(name, filename);
    } catch (cause) {
      failed = cause as Error;
      stream.resume();
      return;
    }
    files.push([name, place]);
    stream.on('limit', () => {
      failed = new AmberError(
        'file-too-large',
        `${place} has more than ${MAX_FILE_BYTES / 1048576} MB; make it smaller first.`,
        place,
      );
    });
    writing.push(pipeline(stream, createWriteStream(join(folder, place), { mode: 0o600 })));
  });
  try {
    await pipeline(req, form);
    await Promise.all(writing);
  } catch (cause) {
    throw (
      failed ?? new AmberError('bad-request', `The form cannot be read (${(cause as Error).message}); send it anew.`)
    );
  }
  if (failed) throw failed;
  return { folder, fields, files };
}

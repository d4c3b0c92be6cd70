import { AmberError } from '@amber-stamp/core/errors';
import { problemOf } from './client.ts';

export interface UploadOptions {
  signal: AbortSignal;
  /** share sent, 0..1; 1 while the server still looks at the file */
  onProgress: (share: number) => void;
}

/** Sends a file with progress (which fetch cannot tell) and cancel. */
export function upload<T>(path: string, file: Blob, { signal, onProgress }: UploadOptions): Promise<T> {
  return new Promise((done, fail) => {
    const request = new XMLHttpRequest();
    const cancel = () => request.abort();
    request.open('POST', `/api${path}`);
    request.setRequestHeader('content-type', 'application/octet-stream');
    request.upload.onprogress = (e) => onProgress(e.total > 0 ? e.loaded / e.total : 0);
    request.onload = () => {
      signal.removeEventListener('abort', cancel);
      if (request.status >= 200 && request.status < 300) done(JSON.parse(request.responseText) as T);
      else fail(problemOf(request.status, request.responseText));
    };
    request.onerror = () =>
      fail(new AmberError('storage-failed', 'The server cannot be reached; nothing was kept. Try again in a moment.'));
    request.onabort = () => fail(new AmberError('cancelled', 'Cancelled; nothing was kept.'));
    if (signal.aborted) request.onabort(new ProgressEvent('abort'));
    else {
      signal.addEventListener('abort', cancel);
      request.send(file);
    }
  });
}

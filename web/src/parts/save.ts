import { notify } from './messages.tsx';

/** Hands a file over to the browser's downloads. */
export function saveFile(name: string, content: Uint8Array<ArrayBuffer> | string, type: string): void {
  const url = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
  notify(`${name} is handed over.`);
}

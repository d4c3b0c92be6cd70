import { createContext, useCallback, useContext, useLayoutEffect, type ReactNode } from 'react';
import { useDropzone } from 'react-dropzone';
import { useNavigate } from 'react-router';
import { ONLY_DROPS, useDrop } from './drop.ts';

/** While a file is still being chosen, or held over the page, what will cut it begins. */
function getReady(): void {
  import('../../engine/pool.ts')
    .then(({ beginLooking }) => beginLooking())
    // what cannot be read now is read again when the file is there
    .catch(() => undefined);
}

const Choose = createContext<() => void>(() => undefined);
/** Opens the file dialogue for a new brush. */
export const useChooseFile = (): (() => void) => useContext(Choose);

/** Takes files anywhere on the page: dropped, chosen or pasted. A picture becomes a brush, a pack is imported. */
export function DropAnywhere({ children }: { children: ReactNode }) {
  const navigate = useNavigate();
  const take = useCallback(
    async (files: readonly File[]) => {
      // what cuts and guesses is read when there is something to cut
      const { arrive } = await import('../arrivals.ts');
      for (const file of files) {
        const arrived = await arrive(file);
        if (!arrived) continue;
        await navigate(`/brush/${arrived.brushId}/${arrived.fresh ? 'find' : 'vary'}`);
      }
    },
    [navigate],
  );
  const onDrop = useCallback((files: File[]) => void take(files), [take]);
  // what is pasted is heard on the window, wherever the focus is: the zone must not take it a second time
  const zone = useDropzone({ ...ONLY_DROPS, onDrop, onDragEnter: getReady, onFileDialogOpen: getReady });
  const { getRootProps, getInputProps, isDragActive, open } = zone;
  const becomes = useDrop((s) => s.becomes);
  const held = isDragActive || becomes !== null;
  // from the moment that the page is seen
  useLayoutEffect(() => {
    const paste = (event: ClipboardEvent) => {
      const files = [...(event.clipboardData?.files ?? [])];
      if (files.length === 0) return;
      event.preventDefault();
      void take(files);
    };
    window.addEventListener('paste', paste);
    return () => window.removeEventListener('paste', paste);
  }, [take]);
  return (
    <Choose.Provider value={open}>
      <div
        {...getRootProps({ style: { height: '100%' }, tabIndex: undefined, role: undefined })}
        className={held ? 'files-held' : undefined}
      >
        <input {...getInputProps({ 'aria-label': 'Picture or pack' })} />
        {children}
        {held && (
          <p className="dropping" role="status">
            <b>Let go:</b>{' '}
            {becomes === null ? 'a picture becomes a new brush, a pack is opened' : `it becomes ${becomes}`}
          </p>
        )}
      </div>
    </Choose.Provider>
  );
}

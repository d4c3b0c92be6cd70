import { createContext, useCallback, useContext, useEffect, type ReactNode } from 'react';
import { useDropzone } from 'react-dropzone';
import { useNavigate } from 'react-router';
import { arrive } from '../arrivals.ts';

const Choose = createContext<() => void>(() => undefined);
/** Opens the file dialogue for a new brush. */
export const useChooseFile = (): (() => void) => useContext(Choose);

/** Takes files anywhere on the page: dropped, chosen or pasted. A picture becomes a brush, a pack is imported. */
export function DropAnywhere({ children }: { children: ReactNode }) {
  const navigate = useNavigate();
  const take = useCallback(
    async (files: readonly File[]) => {
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
  const zone = useDropzone({ onDrop, noClick: true, noKeyboard: true, noPaste: true });
  const { getRootProps, getInputProps, isDragActive, open } = zone;
  useEffect(() => {
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
      <div {...getRootProps({ style: { height: '100%' }, tabIndex: undefined, role: undefined })}>
        <input {...getInputProps({ 'aria-label': 'Picture or pack' })} />
        {children}
        {isDragActive && (
          <div className="dropping">
            <div>
              <h2>Let go</h2>a picture becomes a brush, a pack is opened
            </div>
          </div>
        )}
      </div>
    </Choose.Provider>
  );
}

import { useDropzone, type DropzoneRootProps } from 'react-dropzone';
import { useEffect } from 'react';
import { create } from 'zustand';
import { orNotifyError } from '../../parts/messages.tsx';

/** What a file that is held over the page becomes where it is let go; null: it is held over nothing that takes it. */
export const useDrop = create<{ becomes: string | null }>(() => ({ becomes: null }));

/** How files are taken by a part of the page: not by a press or a key, which buttons are for, and not by a paste. */
export const ONLY_DROPS = { noClick: true, noKeyboard: true, noPaste: true } as const;

/**
 * Lets a part of the page take files that are let go over it: `becomes` says what of them. Gives what the part's element
 * takes before its own attributes.
 */
export function useDropTarget(becomes: string, take: (files: File[]) => Promise<unknown>): DropzoneRootProps {
  const { getRootProps, isDragActive } = useDropzone({
    ...ONLY_DROPS,
    noDragEventsBubbling: true,
    onDrop: (files: File[]) => {
      if (files.length > 0) orNotifyError(take(files));
    },
  });
  useEffect(() => {
    if (!isDragActive) return;
    useDrop.setState({ becomes });
    return () => useDrop.setState((s) => (s.becomes === becomes ? { becomes: null } : s));
  }, [isDragActive, becomes]);
  return getRootProps({
    role: undefined,
    tabIndex: undefined,
    'data-drop': isDragActive ? 'over' : 'here',
  } as DropzoneRootProps);
}

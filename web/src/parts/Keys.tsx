import { lazy, Suspense } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { EVERYWHERE } from './keys.ts';

const KeysDialog = lazy(() => import('./KeysDialog.tsx').then((m) => ({ default: m.KeysDialog })));

/** The list of keys, by ? from anywhere; read when it is first asked for. */
export function Keys({ open, onOpen, onClose }: { open: boolean; onOpen: () => void; onClose: () => void }) {
  useHotkeys('shift+slash, ?', onOpen, { ...EVERYWHERE, preventDefault: true });
  if (!open) return null;
  return (
    <Suspense fallback={null}>
      <KeysDialog onClose={onClose} />
    </Suspense>
  );
}

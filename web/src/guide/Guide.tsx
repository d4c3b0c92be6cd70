import { lazy, Suspense } from 'react';
import { useGuide } from './open.ts';

// text, pictures and what reads them come when the guide is first opened
const GuideWindow = lazy(() => import('./GuideWindow.tsx'));

export function Guide() {
  const { at } = useGuide();
  if (!at) return null;
  return (
    <Suspense fallback={null}>
      <GuideWindow at={at} />
    </Suspense>
  );
}

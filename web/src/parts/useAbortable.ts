import { useEffect, type DependencyList } from 'react';

/** An effect whose signal is aborted when it runs anew or what it belongs to goes. */
export function useAbortable(effect: (signal: AbortSignal) => void | (() => void), deps: DependencyList): void {
  useEffect(() => {
    const controller = new AbortController();
    const end = effect(controller.signal);
    return () => {
      controller.abort();
      end?.();
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- checked where it is used
  }, deps);
}

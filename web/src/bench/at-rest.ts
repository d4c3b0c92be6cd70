import { usePlates } from './plates.ts';
import { useBench } from './store.ts';

/** Runs at first, and then whenever what is on the bench has changed and the hand has rested so long, ms. Gives the stop. */
export function whenAtRest(ms: number, run: () => void): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const rest = () => {
    clearTimeout(timer);
    timer = setTimeout(() => (useBench.getState().gesturing ? rest() : run()), ms);
  };
  rest();
  const stops = [
    useBench.subscribe((state, before) => state.bench !== before.bench && rest()),
    usePlates.subscribe((state, before) => state.ready !== before.ready && rest()),
  ];
  return () => {
    clearTimeout(timer);
    stops.forEach((stop) => stop());
  };
}

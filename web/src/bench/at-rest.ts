import { Quiet } from '../engine/clock.ts';
import { usePlates } from './plates.ts';
import { useBench } from './store.ts';

/** Runs at first, and then whenever what is on the bench has changed and the hand has rested so long, ms. Gives the stop. */
export function whenAtRest(ms: number, run: () => void): () => void {
  const quiet = new Quiet(ms);
  const rest = (): void => quiet.run(() => (useBench.getState().gesturing ? rest() : run()));
  rest();
  const stops = [
    useBench.subscribe((state, before) => state.bench !== before.bench && rest()),
    usePlates.subscribe((state, before) => state.ready !== before.ready && rest()),
  ];
  return () => {
    quiet.cancel();
    stops.forEach((stop) => stop());
  };
}

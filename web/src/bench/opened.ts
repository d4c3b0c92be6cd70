import type { Bench } from '@amber-stamp/core/bench';

/** The brush as it was when it was opened: what its plates are compared with, and what can be gone back to. */
let opened: Bench | null = null;
export const rememberOpened = (bench: Bench): void => void (opened = bench);
export const openedBench = (): Bench | null => opened;

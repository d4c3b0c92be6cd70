import { create } from 'zustand';

/** Which coat the rows show, and which plate is cut: choices of the eye, not part of the brush. */
export const useBenchEye = create<{ coat: number; plate: string | null }>(() => ({ coat: 0, plate: null }));

/** Another brush is looked at from its beginning. */
export const resetBenchEye = (): void => useBenchEye.setState({ coat: 0, plate: null });

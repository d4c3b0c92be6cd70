let atWork: Promise<unknown> = Promise.resolve();

/** Settles once nothing that is waited for is being measured: what nobody waits for is asked then. */
export const whenFree = (): Promise<unknown> => atWork;

/** Lets what nobody waits for stand back until some work is done. */
export function beforeOthers<T>(work: Promise<T>): Promise<T> {
  atWork = Promise.allSettled([atWork, work]).then(() => undefined);
  return work;
}

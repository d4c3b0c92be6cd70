import { type AmberError, ERRORS } from '@amber-stamp/core/errors';
import { closeSnackbar, enqueueSnackbar, type SnackbarKey } from 'notistack';
import { coded } from './coded.ts';

const Close = ({ id }: { id: SnackbarKey }) => (
  <button className="link" onClick={() => closeSnackbar(id)}>
    Close
  </button>
);

/** Something good or neutral, in one sentence. */
export function notify(sentence: string): void {
  enqueueSnackbar({
    content: (id) => (
      <div className="said" role="status">
        <span>{sentence}</span>
        <span className="spacer" />
        <Close id={id} />
      </div>
    ),
    autoHideDuration: 6000,
  });
}

/** Something that can be done about what is told; it stays until it is done or closed. Gives the way to take it off the screen. */
export const notifyOffer = (sentence: string, label: string, onTake: () => void): (() => void) =>
  offer(sentence, label, onTake, { persist: true });

/** Something that was done, for a while with the way to take it back. */
export const notifyDone = (sentence: string, onTakeBack: () => void): void =>
  void offer(sentence, 'take back', onTakeBack, { autoHideDuration: 10_000 });

function offer(
  sentence: string,
  label: string,
  onTake: () => void,
  lasting: { persist: true } | { autoHideDuration: number },
): () => void {
  const key = enqueueSnackbar({
    content: (id) => (
      <div className="said" role="status">
        <span>{sentence}</span>
        <span className="spacer" />
        <button
          className="link"
          onClick={() => {
            closeSnackbar(id);
            onTake();
          }}
        >
          {label}
        </button>
        <Close id={id} />
      </div>
    ),
    ...lasting,
  });
  return () => closeSnackbar(key);
}

/** An error: what happened, what was kept, what to do. It stays until it is read. */
export function notifyError(error: AmberError, kept = ''): void {
  notifyTrouble(error, kept);
}

/** An error, for whoever takes it back when it is over. Gives the way to do so. */
export function notifyTrouble(error: AmberError, kept: string): () => void {
  const key = enqueueSnackbar({
    content: (id) => (
      <div className="trouble" role="alert">
        <div>
          <b>{ERRORS[error.code].title}</b>
          {error.message} {kept}
        </div>
        <Close id={id} />
      </div>
    ),
    autoHideDuration: 20000,
  });
  return () => closeSnackbar(key);
}

/** Lets work go on by itself; what fails of it is told. */
export function orNotifyError(work: Promise<unknown>): void {
  work.catch((cause: unknown) => notifyError(coded(cause, 'That did not work; nothing was changed.')));
}

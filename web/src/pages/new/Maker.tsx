import type { ReactNode } from 'react';
import { coded } from '../../parts/coded.ts';
import { notifyError } from '../../parts/messages.tsx';

export const fileOf = (bytes: Uint8Array, name: string): File =>
  new File([bytes as Uint8Array<ArrayBuffer>], name, { type: 'image/png' });

export const notifyFailure = (cause: unknown): void =>
  notifyError(coded(cause, 'It could not be made; nothing was kept. Try again.'));

/** A panel of controls beside the thing that they make. */
export const MakerFrame = ({
  title,
  controls,
  children,
}: {
  title: string;
  controls: ReactNode;
  children: ReactNode;
}) => (
  <section className="maker" aria-label={title}>
    <div className="maker-controls">
      <h1>{title}</h1>
      {controls}
    </div>
    <div className="maker-work">{children}</div>
  </section>
);

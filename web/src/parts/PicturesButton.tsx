import { useState, type ReactNode } from 'react';
import { BesideControls } from './BesideControls.tsx';

interface Props {
  label: string;
  /** what it is called where it says more than it shows */
  name?: string;
  /** of the pictures */
  title: string;
  onClose?: () => void;
  children: (close: () => void) => ReactNode;
}

/** Opens pictures beside the controls, to take one or several of. */
export function PicturesButton({ label, name, title, onClose, children }: Props) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const close = () => {
    setAnchor(null);
    onClose?.();
  };
  return (
    <>
      <button
        className="link"
        aria-haspopup="dialog"
        aria-expanded={anchor !== null}
        aria-label={name}
        onClick={(e) => setAnchor(anchor ? null : e.currentTarget)}
      >
        {label}
      </button>
      <BesideControls anchor={anchor} label={title} onClose={close}>
        {children(close)}
      </BesideControls>
    </>
  );
}

import { ClickAwayListener, Paper, Popper } from '@mui/material';
import type { ReactNode } from 'react';

interface Props {
  /** what opened it; null: it is closed */
  anchor: HTMLElement | null;
  label: string;
  onClose: () => void;
  children: ReactNode;
}

/**
 * Pictures to take one of, beside the controls that ask for it. A press beside it closes it and does what it would have
 * done; Escape closes it and goes back.
 */
export const BesideControls = ({ anchor, label, onClose, children }: Props) => (
  <Popper
    anchorEl={anchor?.closest('.controls') ?? anchor}
    open={anchor !== null}
    placement="right-start"
    style={{ zIndex: 1300 }}
  >
    <ClickAwayListener onClickAway={(e) => !anchor?.contains(e.target as Node) && onClose()}>
      <Paper
        className="plates-picker"
        elevation={8}
        role="dialog"
        aria-label={label}
        onKeyDown={(e) => {
          if (e.key !== 'Escape') return;
          onClose();
          anchor?.focus();
        }}
      >
        {children}
      </Paper>
    </ClickAwayListener>
  </Popper>
);

import { ClickAwayListener, Paper, Popper } from '@mui/material';
import type { ReactNode } from 'react';

interface Props {
  /** what opened it; null: it is closed */
  anchor: HTMLElement | null;
  label: string;
  onClose: () => void;
  children: ReactNode;
}

/** Room that pictures need beside the controls, px. */
const ROOM = 340;

/** Where it opens: beside the controls, or in a window of one column under what opened it. */
function placeOf(anchor: HTMLElement | null) {
  const controls = anchor?.closest('.controls');
  return controls && controls.getBoundingClientRect().right + ROOM <= window.innerWidth
    ? ({ anchorEl: controls, placement: 'right-start', className: undefined } as const)
    : ({ anchorEl: anchor, placement: 'bottom-start', className: 'under' } as const);
}

/** It stays within the window, over what opened it if it must. */
const WITHIN = [{ name: 'preventOverflow', options: { altAxis: true, tether: false, padding: 8 } }];

/**
 * Pictures to take one of, beside the controls that ask for it. A press beside it closes it and does what it would have
 * done; Escape closes it and goes back.
 */
export const BesideControls = ({ anchor, label, onClose, children }: Props) => (
  <Popper {...placeOf(anchor)} open={anchor !== null} modifiers={WITHIN} style={{ zIndex: 1300 }}>
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

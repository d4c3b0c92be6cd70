import { Menu, MenuItem } from '@mui/material';
import { useRef, useState } from 'react';

/** What can be done, by its words; a file is saved by its address. */
export type Act = readonly [label: string, act: (() => void) | { url: string; name: string }];

interface Props {
  label: string;
  acts: (anchor: HTMLElement) => readonly Act[];
}

/** A button that opens a menu of what can be done. */
export function ActMenu({ label, acts }: Props) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const chosen = useRef<(() => void) | null>(null);
  // only once the menu is gone: what is opened may want the focus, which the menu gives back
  const run = () => {
    chosen.current?.();
    chosen.current = null;
  };
  const close = (act: (() => void) | null = null) => {
    chosen.current = act;
    setAnchor(null);
  };
  return (
    <>
      <button aria-haspopup="menu" aria-label={label} onClick={(e) => setAnchor(e.currentTarget)}>
        more
      </button>
      <Menu
        anchorEl={anchor}
        open={anchor !== null}
        onClose={() => close()}
        slotProps={{ transition: { onExited: run } }}
      >
        {anchor &&
          acts(anchor).map(([words, act]) =>
            typeof act === 'function' ? (
              <MenuItem key={words} onClick={() => close(act)}>
                {words}
              </MenuItem>
            ) : (
              <MenuItem key={words} component="a" href={act.url} download={act.name} onClick={() => close()}>
                {words}
              </MenuItem>
            ),
          )}
      </Menu>
    </>
  );
}

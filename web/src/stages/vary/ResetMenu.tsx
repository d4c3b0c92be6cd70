import { Button, ListSubheader, Menu, MenuItem } from '@mui/material';
import { useState } from 'react';
import { definitionOf, type RangeName } from '../../bench/edit.ts';
import { notify, orNotifyError } from '../../parts/messages.tsx';
import type { Part } from './parts.ts';
import { reset, RESETS, type ResetTo, type ResetWhat } from './reset.ts';

const WORDS: Record<ResetTo, string> = {
  plain: 'to plain settings',
  guess: 'to the first guess',
  opened: 'as it was opened',
};

async function setBack(what: ResetWhat, to: ResetTo): Promise<void> {
  if (!(await reset(what, to))) notify('There is nothing to go back to yet: wait until the plate is cut.');
}

/** Sets the open row, this part or the whole brush back: to plain settings, to the guess, or as it was opened. */
export function ResetMenu({ part, row }: { part: Part; row: RangeName | null }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const label = row && definitionOf(row).label;
  const whats: readonly (readonly [string, ResetWhat])[] = [
    ...(row && label ? [[`The row ${label}`, { row, label }] as const] : []),
    [part === 'rows' ? 'These rows' : `All of ${part}`, { part }],
    ['The whole brush', 'brush'],
  ];
  return (
    <div className="section">
      <Button aria-haspopup="menu" onClick={(e) => setAnchor(e.currentTarget)}>
        Reset …
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)} transitionDuration={0}>
        {whats.flatMap(([title, what]) => [
          <ListSubheader key={title}>{title}</ListSubheader>,
          ...RESETS.map((to) => (
            <MenuItem
              key={`${title} ${to}`}
              aria-label={`${title} ${WORDS[to]}`}
              onClick={() => {
                setAnchor(null);
                orNotifyError(setBack(what, to));
              }}
            >
              {WORDS[to]}
            </MenuItem>
          )),
        ])}
      </Menu>
    </div>
  );
}

import { IconButton, Tooltip } from '@mui/material';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { openGuide } from '../guide/open.ts';
import { SettingsIcon } from './icons.tsx';
import { Keys } from './Keys.tsx';
import { Logo } from './Logo.tsx';

/** The top of every page; `children` is what belongs to the page at its right. */
export function Header({ crumb, children }: { crumb: ReactNode; children?: ReactNode }) {
  const [keys, setKeys] = useState(false);
  return (
    <header className="header">
      <a className="skip" href="#main">
        Skip to the work
      </a>
      <Link to="/" className="mark">
        <Logo />
        Amber Stamp
      </Link>
      <nav className="crumb" aria-label="Where you are">
        {crumb}
      </nav>
      <span className="spacer" />
      {children}
      <button className="quiet" onClick={() => openGuide()}>
        Guide
      </button>
      <button className="quiet" onClick={() => setKeys(true)}>
        Shortcuts
      </button>
      <Tooltip title="Settings">
        <IconButton component={Link} to="/settings" aria-label="Settings">
          <SettingsIcon />
        </IconButton>
      </Tooltip>
      <Keys open={keys} onOpen={() => setKeys(true)} onClose={() => setKeys(false)} />
    </header>
  );
}

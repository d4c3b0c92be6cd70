import { Menu, MenuItem } from '@mui/material';
import { useState } from 'react';
import { useInkFacts } from '../../bench/parts/InkProof.tsx';
import { QUALITIES, useQuality, type Quality } from '../../bench/quality.ts';

const TOLD: Record<Quality, string> = {
  automatic: 'quick while the hand moves what takes long, fine at rest',
  fine: 'every pixel, always',
  quick: 'a quarter of the pixels, always; files stay fine',
};

/** What a quality has cost here, where it was drawn with. */
function useCosts(): Record<Quality, number> {
  const facts = useInkFacts();
  const sum = (of: 'fullMs' | 'coarseMs') => ['sheet', 'wide'].reduce((all, view) => all + (facts[view]?.[of] ?? 0), 0);
  return { automatic: 0, fine: sum('fullMs'), quick: sum('coarseMs') };
}

/** Quality against speed, with what each costs. */
export function QualityMenu() {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const quality = useQuality((s) => s.quality);
  const costs = useCosts();
  return (
    <>
      <button className="small" aria-label="Quality" aria-haspopup="menu" onClick={(e) => setAnchor(e.currentTarget)}>
        {quality}
      </button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)} transitionDuration={0}>
        {QUALITIES.map((name) => (
          <MenuItem
            key={name}
            selected={name === quality}
            onClick={() => {
              setAnchor(null);
              useQuality.setState({ quality: name });
            }}
          >
            <span>
              <b>{name}</b>
              {costs[name] > 0 && `, ${costs[name].toFixed(1)} ms here`}
              <br />
              <span className="note">{TOLD[name]}</span>
            </span>
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}

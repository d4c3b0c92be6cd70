import { useEffect, useState } from 'react';
import { protection, useDrafts } from '../../bench/drafts.ts';
import { useBench } from '../../bench/store.ts';
import { useInkFacts, useInkTrouble } from '../../bench/parts/InkProof.tsx';
import { usePlates } from '../../bench/plates.ts';
import { Explain } from '../../guide/Explain.tsx';
import { CutProgress } from './CutProgress.tsx';
import { QualityMenu } from './QualityMenu.tsx';

/** How long ago, in words; renewed every second while it is short. */
function useAgo(time: number): string {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, []);
  const seconds = Math.max(0, Math.round((now - time) / 1000));
  if (seconds < 60) return `${seconds} s ago`;
  return seconds < 3600 ? `${Math.round(seconds / 60)} min ago` : `${Math.round(seconds / 3600)} h ago`;
}

const KEEP_WORDS = {
  pending: 'keeping…',
  keeping: 'keeping…',
  failed: 'not kept yet, tried again',
  refused: 'not kept: change what is wrong with it',
} as const;

export function Status() {
  const safe = useDrafts((s) => s.safe);
  const facts = useInkFacts();
  const standing = useBench((s) => s.standing);
  const keep = useBench((s) => s.keep);
  const told = useBench((s) => s.told);
  const inkError = useInkTrouble((s) => s.error);
  const plateError = usePlates((s) => s.trouble);
  const ago = useAgo(standing?.keptAt ?? 0);
  const { sheet, wide } = facts;
  const error = plateError ?? inkError;
  const dabs = (sheet?.dabs ?? 0) + (wide?.dabs ?? 0);
  const ms = (sheet?.ms ?? 0) + (wide?.ms ?? 0);
  return (
    <footer className="status">
      <span>
        <span data-testid="dabs">{dabs} dabs</span>
        <Explain what="dabs" />
      </span>
      <span>
        {ms.toFixed(1)} ms
        <Explain what="ms" />
      </span>
      <span>
        quality <QualityMenu />
      </span>
      {error && (
        <span role="alert" style={{ color: 'var(--brick)', fontWeight: 600 }}>
          {error.message}
        </span>
      )}
      <span role="status">{told}</span>
      <CutProgress />
      <span className="spacer" />
      {keep !== 'kept' && !safe && <span>{protection(false)}</span>}
      <span>{keep === 'kept' ? `all kept ${ago}` : KEEP_WORDS[keep]}</span>
    </footer>
  );
}

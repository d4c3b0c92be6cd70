import { useState } from 'react';

interface Props {
  label: string;
  name: string;
  className?: string;
  most?: number;
  /** what came of it; undefined: it stays as it was */
  onEnd: (name: string | undefined) => void;
}

/** A name being written in its place: Enter or leaving it takes it, Escape leaves it as it was. */
export function NameField({ label, name, className, most = 120, onEnd }: Props) {
  const [draft, setDraft] = useState(name);
  const finish = () => {
    const next = draft.trim().slice(0, most);
    onEnd(next && next !== name ? next : undefined);
  };
  return (
    <input
      className={className}
      aria-label={label}
      value={draft}
      autoFocus
      maxLength={most}
      onFocus={(e) => e.target.select()}
      onChange={(e) => setDraft(e.target.value)}
      onBlur={finish}
      onKeyDown={(e) => {
        e.stopPropagation();
        if (e.key === 'Enter') e.currentTarget.blur();
        if (e.key === 'Escape') onEnd(undefined);
      }}
    />
  );
}

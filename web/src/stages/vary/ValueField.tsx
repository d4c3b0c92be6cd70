import { useRef, useState } from 'react';

interface Props {
  label: string;
  text: string;
  /** what can be typed, in words */
  hint: string;
  /** false: the text cannot be understood */
  onEnter: (text: string) => boolean;
}

/** A value as text that can be typed: Enter takes it, Escape leaves it as it was. */
export function ValueField({ label, text, hint, onEnter }: Props) {
  const [draft, setDraft] = useState<string | null>(null);
  const [bad, setBad] = useState(false);
  // Enter and Escape leave the field in the very event: what that ends must not be ended once more
  const over = useRef(false);
  const finish = (): boolean => {
    const good = draft === null || draft === text || onEnter(draft);
    setBad(!good);
    if (good) setDraft(null);
    return good;
  };
  const leave = (field: HTMLInputElement) => {
    over.current = true;
    setDraft(null);
    setBad(false);
    field.blur();
  };
  return (
    <input
      className="value"
      aria-label={label}
      aria-invalid={bad}
      title={bad ? `This cannot be read. Type ${hint}` : `Type ${hint}`}
      style={bad ? { borderColor: 'var(--brick)' } : undefined}
      value={draft ?? text}
      onFocus={(e) => {
        over.current = false;
        setDraft(text);
        e.target.select();
      }}
      onChange={(e) => setDraft(e.target.value)}
      onBlur={() => {
        if (over.current || finish()) return;
        setDraft(null);
        setBad(false);
      }}
      onKeyDown={(e) => {
        if (e.key === 'Escape' || (e.key === 'Enter' && finish())) leave(e.currentTarget);
        e.stopPropagation();
      }}
    />
  );
}

import { useId, useRef, useState } from 'react';

interface Props {
  label: string;
  text: string;
  /** what can be typed, in words */
  hint: string;
  /** shown while nothing stands there */
  example?: string;
  /** undefined: taken; else why the text cannot be */
  onEnter: (text: string) => string | undefined;
}

/** A value as text that can be typed: Enter takes it, Escape leaves it as it was. */
export function ValueField({ label, text, hint, example, onEnter }: Props) {
  const [draft, setDraft] = useState<string | null>(null);
  const [wrong, setWrong] = useState('');
  const answer = useId();
  // Enter and Escape leave the field in the very event: what that ends must not be ended once more
  const over = useRef(false);
  const finish = (): boolean => {
    const why = draft === null || draft === text ? undefined : onEnter(draft);
    setWrong(why ?? '');
    if (why === undefined) setDraft(null);
    return why === undefined;
  };
  const leave = (field: HTMLInputElement) => {
    over.current = true;
    setDraft(null);
    setWrong('');
    field.blur();
  };
  return (
    <>
      <input
        className="value"
        aria-label={label}
        aria-invalid={wrong !== ''}
        aria-describedby={wrong ? answer : undefined}
        title={`Type ${hint}`}
        placeholder={example}
        value={draft ?? text}
        onFocus={(e) => {
          over.current = false;
          setWrong('');
          setDraft(text);
          e.target.select();
        }}
        onChange={(e) => setDraft(e.target.value)}
        onBlur={() => {
          if (over.current || finish()) return;
          setDraft(null);
        }}
        onKeyDown={(e) => {
          if (e.key === 'Escape' || (e.key === 'Enter' && finish())) leave(e.currentTarget);
          e.stopPropagation();
        }}
      />
      {wrong && (
        <span className="answer" role="alert" id={answer} ref={(e) => e?.scrollIntoView?.({ block: 'nearest' })}>
          {wrong}
        </span>
      )}
    </>
  );
}

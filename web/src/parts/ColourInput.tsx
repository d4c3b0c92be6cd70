import { useEffect, useRef, type CSSProperties } from 'react';

interface Props {
  label: string;
  /** such as #2a211c */
  value: string;
  onLive: (colour: string) => void;
  /** the picker was closed, or left: the gesture is over */
  onDone: () => void;
  onClick?: () => void;
  className?: string;
  style?: CSSProperties;
}

/** A colour, live while it is picked; one gesture from the first change to the closing of the picker. */
export function ColourInput({ label, value, onLive, onDone, onClick, className = 'colour', style }: Props) {
  const input = useRef<HTMLInputElement>(null);
  const done = useRef(onDone);
  useEffect(() => {
    done.current = onDone;
  });
  useEffect(() => {
    const target = input.current;
    // the event of the page's own, which comes once, at the end; after the change that may come with it
    const finish = () => setTimeout(() => done.current(), 0);
    target?.addEventListener('change', finish);
    return () => target?.removeEventListener('change', finish);
  }, []);
  return (
    <input
      ref={input}
      type="color"
      className={className}
      aria-label={label}
      value={value}
      style={style}
      onClick={onClick}
      onChange={(e) => onLive(e.target.value)}
      onBlur={() => onDone()}
    />
  );
}

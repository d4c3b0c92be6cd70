interface Props<T extends string> {
  label: string;
  value: T | null;
  options: readonly (readonly [T, string])[];
  onChange: (value: T) => void;
}

/** A few words, one of which is chosen. */
export function Choices<T extends string>({ label, value, options, onChange }: Props<T>) {
  return (
    <div className="choices" role="radiogroup" aria-label={label}>
      {options.map(([name, text]) => (
        <button key={name} className="choice" role="radio" aria-checked={value === name} onClick={() => onChange(name)}>
          {text}
        </button>
      ))}
    </div>
  );
}

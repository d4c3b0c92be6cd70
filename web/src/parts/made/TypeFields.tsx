import { FACES, WEIGHTS, type Face, type TypeSource } from '@amber-stamp/core/make';
import { Choices } from '../Choices.tsx';
import { MakerSlider } from '../MakerSlider.tsx';
import type { MadeFieldsProps } from './MadeFields.tsx';

const TYPEFACES: Record<Face, string> = { serif: 'Fraunces', sans: 'Source Sans', hand: 'Caveat' };

const SLIDERS = [
  { label: 'Size, %', name: 'sizePct', min: 20, max: 100 },
  { label: 'Tracking, %', name: 'trackingPct', min: -15, max: 60 },
] as const;

/** A word, its typeface and how it is set. */
export function TypeFields({ made, onLive, onDone }: MadeFieldsProps<TypeSource>) {
  const atOnce = (part: Partial<TypeSource>, told: string) => {
    onLive(part);
    onDone(told);
  };
  return (
    <>
      <input
        className="underline"
        aria-label="Text"
        style={{ fontSize: 22, width: '100%' }}
        value={made.text}
        maxLength={40}
        onChange={(e) => onLive({ text: e.target.value })}
        onBlur={() => onDone(`text ${made.text}`)}
      />
      <Choices
        label="Typeface"
        value={made.face}
        options={FACES.map((face) => [face, TYPEFACES[face]] as const)}
        onChange={(face) => atOnce({ face }, TYPEFACES[face])}
      />
      <Choices
        label="Weight"
        value={made.weight}
        options={WEIGHTS.map((weight) => [weight, weight] as const)}
        onChange={(weight) => atOnce({ weight }, weight)}
      />
      {SLIDERS.map(({ name, ...slider }) => (
        <MakerSlider
          key={name}
          {...slider}
          value={made[name]}
          onChange={(v) => onLive({ [name]: v })}
          onDone={() => onDone(name === 'sizePct' ? 'size' : 'tracking')}
        />
      ))}
    </>
  );
}

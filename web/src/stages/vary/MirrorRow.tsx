import { memo } from 'react';
import { propertiesOf } from '../../bench/edit.ts';
import { live, settle } from '../../bench/store.ts';
import { Ruler } from './Ruler.tsx';
import { MuteAndReset } from './RowTools.tsx';
import { settleSoon } from '../../bench/settle-soon.ts';
import { ValueField } from '../../parts/ValueField.tsx';

const WORDS: readonly (readonly [number, string])[] = [
  [0, 'none'],
  [0.5, 'half of the dabs'],
  [1, 'every dab'],
];
const textOf = (chance: number): string =>
  WORDS.find(([v]) => v === chance)?.[1] ?? `${Math.round(chance * 100)} % of the dabs`;

interface Props {
  name: 'mirrorX' | 'mirrorY';
  label: string;
  property: { chance: number; muted: boolean };
  /** why the first guess is what it is, while it stands */
  reason: string | undefined;
}

/** How many of the dabs are mirrored. */
export const MirrorRow = memo(function MirrorRow({ name, label, property, reason }: Props) {
  const set = (chance: number) =>
    live((draft) => {
      propertiesOf(draft)[name].chance = Math.max(0, Math.min(1, chance));
      delete draft.guessed[name];
    });
  const enter = (text: string): string | undefined => {
    const word = WORDS.find(([, w]) => w === text.trim());
    const number = Number.parseFloat(text.replace(',', '.'));
    if (!word && !Number.isFinite(number)) return 'There is no number in it: type how many of the dabs, such as 30.';
    set(word ? word[0] : number / 100);
    settle(label);
    return undefined;
  };
  return (
    <div className={`row ${property.muted ? 'muted' : ''}`} role="group" aria-label={label}>
      <div className="line1">
        <span className="label">{label}</span>
        <span className={property.chance > 0 ? 'chip' : 'chip none'}>{property.chance > 0 ? 'chance' : 'steady'}</span>
        <span className="tools">
          <MuteAndReset name={name} label={label} muted={property.muted} />
        </span>
        <ValueField
          label={`${label} value`}
          text={textOf(property.chance)}
          hint="how many of the dabs, such as 30"
          onEnter={enter}
        />
      </div>
      <Ruler
        label={label}
        values={[property.chance * 100]}
        placeOf={(v) => v / 100}
        valueAt={(p) => Math.round(Math.max(0, Math.min(1, p)) * 100)}
        step={1}
        min={0}
        max={100}
        text={(v) => textOf(v / 100)}
        silhouette={null}
        onMove={([v]) => set(v / 100)}
        onSettle={() => settle(label)}
        onNudge={() => settleSoon(label)}
      />
      {reason && <div className="why">{reason}</div>}
    </div>
  );
});

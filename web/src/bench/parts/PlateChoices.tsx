import { plateTitle } from '@amber-stamp/core/raster';
import { usePlates } from '../plates.ts';
import { PlateView } from '../../parts/PlateView.tsx';

interface Props {
  label: string;
  /** names of plates of the bench */
  names: readonly string[];
  /** place of the chosen one */
  chosen: number;
  onChoose: (place: number) => void;
}

function Choice({ name, chosen, onChoose }: { name: string; chosen: boolean; onChoose: () => void }) {
  const plate = usePlates((s) => s.ready[name]?.plate);
  const title = plateTitle(name);
  return (
    <button
      className="plate-choice"
      role="radio"
      aria-checked={chosen}
      aria-label={title}
      title={title}
      onClick={onChoose}
    >
      {plate && <PlateView plate={plate} label="" most={80} />}
    </button>
  );
}

/** Plates as small pictures, one of them chosen. */
export const PlateChoices = ({ label, names, chosen, onChoose }: Props) => (
  <div className="plate-choices" role="radiogroup" aria-label={label}>
    {names.map((name, i) => (
      <Choice key={`${name} ${i}`} name={name} chosen={i === chosen} onChoose={() => onChoose(i)} />
    ))}
  </div>
);

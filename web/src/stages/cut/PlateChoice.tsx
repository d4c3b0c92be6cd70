import { plateTitle, plateNames, type Bench } from '@amber-stamp/core';
import { presentPlate } from '../../bench/edit.ts';
import { useBenchEye } from '../../bench/eye.ts';
import { usePlates } from '../../bench/plates.ts';
import { PlateView } from '../../parts/PlateView.tsx';

function Choice({ name, chosen }: { name: string; chosen: boolean }) {
  const ready = usePlates((s) => s.ready[name]);
  return (
    <button
      className="plate-choice"
      role="radio"
      aria-checked={chosen}
      aria-label={plateTitle(name)}
      title={plateTitle(name)}
      onClick={() => useBenchEye.setState({ plate: name })}
    >
      {ready && <PlateView plate={ready.plate} label="" most={80} />}
    </button>
  );
}

/** The plates of a brush with several: the chosen one is cut. */
export function PlateChoice({ bench }: { bench: Bench }) {
  const names = plateNames(bench.brush);
  if (names.length < 2) return null;
  const { name: chosen } = presentPlate(bench);
  return (
    <div className="plate-choices" role="radiogroup" aria-label="Plate">
      {names.map((name) => (
        <Choice key={name} name={name} chosen={name === chosen} />
      ))}
    </div>
  );
}

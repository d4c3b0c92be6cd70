import type { Bench } from '@amber-stamp/core/bench';
import { plateNames } from '@amber-stamp/core/model';
import { presentPlate } from '../../bench/edit.ts';
import { useBenchEye } from '../../bench/eye.ts';
import { PlateChoices } from '../../bench/parts/PlateChoices.tsx';

/** The plates of a brush with several: the chosen one is cut. */
export function PlateChoice({ bench }: { bench: Bench }) {
  const names = plateNames(bench.brush);
  if (names.length < 2) return null;
  const chosen = names.indexOf(presentPlate(bench).name);
  return (
    <PlateChoices
      label="Plate"
      names={names}
      chosen={chosen}
      onChoose={(i) => useBenchEye.setState({ plate: names[i] })}
    />
  );
}

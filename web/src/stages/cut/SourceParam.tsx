import { useSource } from '../../api/queries.ts';
import { asSource, SOURCES_FROM } from '../../bench/picker/picked.ts';
import { Picker } from '../../bench/picker/Picker.tsx';
import { settle } from '../../bench/store.ts';
import type { ParamProps } from './param-props.ts';
import { recipeStep, setParams } from './steps.ts';

/** Another source or a plate of the cabinet. */
export function SourceParam({ place, step, name, param, value }: ParamProps) {
  const chosen = useSource(value === '' ? null : String(value));
  const shown = value === '' ? 'none yet' : (chosen.data?.name ?? (chosen.isLoading ? '…' : 'one that is not here'));
  return (
    <div className="param wide">
      <span className="note">{param.label}</span>
      <Picker
        label={shown}
        name={`${param.label}: ${shown}`}
        offers={SOURCES_FROM}
        onTake={async (picked) => {
          const taken = await asSource(picked);
          if (!taken) return;
          const { source, isPlate } = taken;
          // a plate prints the paler the more
          const reads: Record<string, string> = isPlate && 'prints' in recipeStep(place) ? { prints: 'light' } : {};
          setParams(place, { [name]: source.id, ...reads });
          settle(`${step}: ${source.name}`);
        }}
      />
    </div>
  );
}

import { useVersion } from '../../api/queries.ts';
import type { Version } from '@amber-stamp/core/api';
import { settle } from '../../bench/store.ts';
import { BrushSelect, NONE } from '../../parts/BrushSelect.tsx';
import type { ParamProps } from './param-props.ts';
import { setParam } from './steps.ts';

/** A brush of the cabinet as it is kept now, or a round tip. */
export function BrushParam({ place, step, name, param, value }: ParamProps) {
  const chosen = useVersion(String(value));
  const choose = (version: Version | null) => {
    setParam(place, name, version?.id ?? '');
    settle(`${step}: ${version?.body.brush.name ?? 'round tip'}`);
  };
  return (
    <div className="param wide">
      <span className="note">{param.label}</span>
      <BrushSelect
        label={param.label}
        none="round tip"
        value={value === '' ? NONE : (chosen.data?.brushId ?? '')}
        shown={value === '' ? 'round tip' : (chosen.data?.body.brush.name ?? 'a brush that is not here')}
        onChoose={choose}
      />
    </div>
  );
}

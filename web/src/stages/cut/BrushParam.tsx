import { settle } from '../../bench/store.ts';
import type { ParamProps } from './param-props.ts';
import { setParam } from './steps.ts';
import { UsedBrush } from './UsedBrush.tsx';

/** A brush of the cabinet as it was kept when it was chosen, or a round tip. */
export function BrushParam({ place, step, name, param, value }: ParamProps) {
  const take = (version: string, told: string) => {
    setParam(place, name, version);
    settle(`${step}: ${told}`);
  };
  return (
    <UsedBrush
      label={param.label}
      version={String(value)}
      onChoose={take}
      onFollow={(version) => take(version, 'brush as it is kept now')}
    />
  );
}

import { memo } from 'react';
import { settle } from '../../bench/store.ts';
import { ParamField } from '../../parts/ParamField.tsx';
import type { ParamProps } from './param-props.ts';
import { StrokesParam } from './drawing/StrokesParam.tsx';
import { BrushParam } from './BrushParam.tsx';
import { PlacesParam } from './PlacesParam.tsx';
import { RowsParam } from './RowsParam.tsx';
import { SourceParam } from './SourceParam.tsx';
import { setParam } from './steps.ts';

/** One setting of a step, made from the table of steps. */
export const ParamControl = memo(function ParamControl(props: ParamProps) {
  const { place, step, name, param, value } = props;
  if (param.kind === 'source') return <SourceParam {...props} />;
  if (param.kind === 'brush') return <BrushParam {...props} />;
  if (param.kind === 'strokes') return <StrokesParam {...props} />;
  if (param.kind === 'rows') return name === 'places' ? <PlacesParam {...props} /> : <RowsParam {...props} />;
  return (
    <ParamField
      param={param}
      value={value}
      onLive={(v) => setParam(place, name, v)}
      onDone={(told) => settle(`${step}: ${param.label.toLowerCase()} ${told}`.trim())}
    />
  );
});

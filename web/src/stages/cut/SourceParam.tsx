import { MenuItem, Select } from '@mui/material';
import { useSources } from '../../api/queries.ts';
import { settle } from '../../bench/store.ts';
import type { ParamProps } from './param-props.ts';
import { setParam } from './steps.ts';

/** Another source of the cabinet, by name. */
export function SourceParam({ place, step, name, param, value }: ParamProps) {
  const { data = [] } = useSources();
  return (
    <div className="param wide">
      <span className="note">{param.label}</span>
      <Select
        variant="standard"
        displayEmpty
        value={data.some((s) => s.id === value) ? String(value) : ''}
        slotProps={{ input: { 'aria-label': param.label } }}
        onChange={(e) => {
          setParam(place, name, e.target.value);
          settle(`${step}: ${data.find((s) => s.id === e.target.value)?.name ?? 'no source'}`);
        }}
      >
        <MenuItem value="">none yet</MenuItem>
        {data.map((s) => (
          <MenuItem key={s.id} value={s.id}>
            {s.name}
          </MenuItem>
        ))}
      </Select>
    </div>
  );
}

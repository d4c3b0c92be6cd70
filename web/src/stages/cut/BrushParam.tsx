import { MenuItem, Select } from '@mui/material';
import { useBrushes, useVersion } from '../../api/queries.ts';
import { getJson } from '../../api/client.ts';
import type { OpenBrush } from '../../api/types.ts';
import { settle } from '../../bench/store.ts';
import type { ParamProps } from './Params.tsx';
import { setParam } from './steps.ts';

const ROUND = 'round';

/** A brush of the cabinet as it is kept now, or a round tip. Later changes of that brush do not reach this step. */
export function BrushParam({ place, step, name, param, value }: ParamProps) {
  const { data = [] } = useBrushes();
  const chosen = useVersion(String(value));
  const choose = async (id: string) => {
    const round = id === ROUND;
    const version = round ? '' : (await getJson<OpenBrush>(`/brushes/${id}`)).version.id;
    setParam(place, name, version);
    settle(`${step}: ${round ? 'round tip' : (data.find((b) => b.id === id)?.name ?? 'a brush')}`);
  };
  return (
    <div className="param wide">
      <span className="note">{param.label}</span>
      <Select
        variant="standard"
        value={value === '' ? ROUND : (chosen.data?.brushId ?? '')}
        displayEmpty
        renderValue={() => (value === '' ? 'round tip' : (chosen.data?.body.brush.name ?? 'a brush that is not here'))}
        slotProps={{ input: { 'aria-label': param.label } }}
        onChange={(e) => void choose(e.target.value)}
      >
        <MenuItem value={ROUND}>round tip</MenuItem>
        {data
          .filter((b) => !b.putAwayAt)
          .map((b) => (
            <MenuItem key={b.id} value={b.id}>
              {b.name}
            </MenuItem>
          ))}
      </Select>
    </div>
  );
}

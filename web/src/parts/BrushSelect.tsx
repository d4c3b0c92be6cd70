import { MenuItem, Select, type SxProps } from '@mui/material';
import type { UIEvent } from 'react';
import { getJson } from '../api/client.ts';
import { useBrushes } from '../api/lists.ts';
import type { OpenBrush, Version } from '@amber-stamp/core/api';
import { orNotifyError } from './messages.tsx';

interface Props {
  label: string;
  /** what stands first: no brush of the cabinet */
  none: string;
  /** id of the chosen brush; empty where it is none of the list */
  value: string;
  /** what is shown of the choice */
  shown: string;
  sx?: SxProps;
  /** the version that a brush is kept as now; null for none */
  onChoose: (version: Version | null) => void | Promise<void>;
}
/** The value of no brush. */
export const NONE = 'none';

/** Whether what scrolls is seen down to its last few entries. */
const nearEnd = ({ scrollTop, clientHeight, scrollHeight }: HTMLElement): boolean =>
  scrollTop + clientHeight > scrollHeight - 200;

/** A brush of the cabinet as it is kept now, or none of them. Later changes of that brush do not reach what chose it. */
export function BrushSelect({ label, none, value, shown, sx, onChoose }: Props) {
  const { items, more } = useBrushes();
  const choose = async (id: string) =>
    onChoose(id === NONE ? null : (await getJson<OpenBrush>(`/brushes/${id}`)).version);
  return (
    <Select
      variant="standard"
      value={value}
      displayEmpty
      renderValue={() => shown}
      slotProps={{ input: { 'aria-label': label } }}
      sx={sx}
      MenuProps={{
        slotProps: { paper: { onScroll: (e: UIEvent<HTMLElement>) => nearEnd(e.currentTarget) && more?.() } },
      }}
      onChange={(e) => orNotifyError(choose(e.target.value))}
    >
      <MenuItem value={NONE}>{none}</MenuItem>
      {items.map((b) => (
        <MenuItem key={b.id} value={b.id}>
          {b.name}
        </MenuItem>
      ))}
    </Select>
  );
}

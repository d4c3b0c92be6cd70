import type { OpenBrush, Version } from '@amber-stamp/core/api';
import { getJson } from '../../api/client.ts';
import { Picker } from './Picker.tsx';

interface Props {
  label: string;
  /** what stands first: no brush of the cabinet */
  none: string;
  /** what is shown of the choice */
  shown: string;
  /** the version that a brush is kept as now; null for none */
  onChoose: (version: Version | null) => void;
}

/** A brush of the cabinet as it is kept now, or none of them. Later changes of that brush do not reach what chose it. */
export const BrushPicker = ({ label, none, shown, onChoose }: Props) => (
  <Picker
    label={shown}
    name={`${label}: ${shown}`}
    offers={['brushes']}
    none={none}
    onTake={async (picked) => {
      if (picked.kind === 'none') onChoose(null);
      if (picked.kind === 'brush') onChoose((await getJson<OpenBrush>(`/brushes/${picked.brush.id}`)).version);
    }}
  />
);

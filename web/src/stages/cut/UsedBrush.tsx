import type { OpenBrush, Version } from '@amber-stamp/core/api';
import { useQuery } from '@tanstack/react-query';
import { getJson } from '../../api/client.ts';
import { useVersion } from '../../api/queries.ts';
import { BrushPicker } from '../../bench/picker/BrushPicker.tsx';

interface Props {
  label: string;
  /** the kept version that is used; empty for a round tip */
  version: string;
  onChoose: (version: string, told: string) => void;
  /** takes the brush as it is kept now in the place of an older version */
  onFollow?: (version: string) => void;
}

/** The version that a brush is kept as now, where it is another than the one in use. */
function useNewer(used: Version | undefined): Version | undefined {
  const { data } = useQuery({
    queryKey: ['brushes', used?.brushId],
    queryFn: () => getJson<OpenBrush>(`/brushes/${used?.brushId}`),
    enabled: used !== undefined,
  });
  const now = data?.version;
  return now && used && now.id !== used.id ? now : undefined;
}

/** A brush of the cabinet that something is drawn with; an older version says so and follows with one press. */
export function UsedBrush({ label, version, onChoose, onFollow }: Props) {
  const used = useVersion(version);
  const newer = useNewer(used.data);
  const name = used.data?.body.brush.name ?? (used.isLoading ? '…' : 'a brush that is not here');
  return (
    <>
      <div className="param wide">
        <span className="note">{label}</span>
        <BrushPicker
          label={label}
          none="round tip"
          shown={version === '' ? 'round tip' : name}
          onChoose={(chosen) => onChoose(chosen?.id ?? '', chosen?.body.brush.name ?? 'round tip')}
        />
      </div>
      {newer && onFollow && (
        <div className="note" role="status">
          Made with an older version ({used.data?.number}) of {name}.{' '}
          <button className="small" onClick={() => onFollow(newer.id)}>
            follow to version {newer.number}
          </button>
        </div>
      )}
    </>
  );
}

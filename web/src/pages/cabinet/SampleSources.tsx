import type { Intent } from '@amber-stamp/core/cut';
import { orNotifyError } from '../../parts/messages.tsx';
import { useNavigate } from 'react-router';
import { useSources } from '../../api/lists.ts';
import { sourceUrl } from '../../api/queries.ts';
import type { SourceInfo } from '@amber-stamp/core/api';

/** Starts a new brush from a source that is here. */
export function useBrushFromSource(): (source: SourceInfo, intent?: Intent) => void {
  const navigate = useNavigate();
  return (source, intent) =>
    orNotifyError(
      import('../../bench/arrivals.ts')
        .then(({ brushFromSource }) => brushFromSource(source, intent))
        .then((arrived) => (arrived ? navigate(`/brush/${arrived.brushId}/find`) : undefined)),
    );
}

/** A few sources to try with, as pictures. */
export function SampleSources() {
  const { items } = useSources();
  const start = useBrushFromSource();
  if (items.length === 0) return null;
  return (
    <>
      <span>or try one of these:</span>
      <div style={{ display: 'flex', gap: 8 }}>
        {items.slice(0, 4).map((source) => (
          <button key={source.id} className="plain" onClick={() => start(source)} aria-label={`Try ${source.name}`}>
            <img
              src={sourceUrl(source.id, 160)}
              alt=""
              style={{ width: 84, height: 64, objectFit: 'cover', borderRadius: 4 }}
            />
          </button>
        ))}
      </div>
    </>
  );
}

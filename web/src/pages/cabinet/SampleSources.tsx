import type { Intent } from '@amber-stamp/core/cut';
import { useNavigate } from 'react-router';
import { useSources } from '../../api/lists.ts';
import { sourceUrl } from '../../api/queries.ts';
import type { SourceInfo } from '@amber-stamp/core/api';
import { brushFromSource } from '../../bench/arrivals.ts';

/** Starts a new brush from a source that is here. */
export function useBrushFromSource(): (source: SourceInfo, intent?: Intent) => void {
  const navigate = useNavigate();
  return (source, intent) =>
    void brushFromSource(source, intent).then((arrived) => {
      if (!arrived) return;
      void navigate(`/brush/${arrived.brushId}/find`);
    });
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

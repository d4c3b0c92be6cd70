import { useNavigate } from 'react-router';
import { brushFromPlate } from '../../bench/arrivals.ts';
import { plateUrl, sourceUrl } from '../../api/queries.ts';
import type { PlateInfo, SourceInfo } from '@amber-stamp/core/api';
import { useBrushFromSource } from './SampleSources.tsx';

const Nothing = ({ what }: { what: string }) => (
  <div className="empty">
    <h2>No {what} of that kind yet</h2>
    <span>Drop a picture anywhere on this page.</span>
  </div>
);

export function SourceBoxes({ sources }: { sources: readonly SourceInfo[] }) {
  const start = useBrushFromSource();
  if (sources.length === 0) return <Nothing what="sources" />;
  return (
    <div className="grid small-cells">
      {sources.map((source) => (
        <article key={source.id} className="box" aria-label={source.name}>
          <div className="face full">
            <img src={sourceUrl(source.id, 400)} alt={source.name} />
          </div>
          <div className="cap">
            <b>{source.name}</b>
            <span>{source.bits} bit</span>
            <span>
              {source.kind}, {source.width} x {source.height} px
            </span>
          </div>
          <div className="over">
            <button onClick={() => start(source)}>new brush from it</button>
          </div>
        </article>
      ))}
    </div>
  );
}

export function PlateBoxes({ plates }: { plates: readonly PlateInfo[] }) {
  const navigate = useNavigate();
  const start = (plate: PlateInfo) =>
    void brushFromPlate(plate).then((id) => {
      if (id) void navigate(`/brush/${id}/cut`);
    });
  if (plates.length === 0) return <Nothing what="plates" />;
  return (
    <div className="grid small-cells">
      {plates.map((plate) => (
        <article key={plate.sha256} className="box" aria-label={plate.name}>
          <div className="face">
            <img src={plateUrl(plate.sha256, 320)} alt={plate.name} style={{ padding: 4 }} />
          </div>
          <div className="cap">
            <b style={{ gridColumn: '1 / -1' }}>{plate.name}</b>
            <span>
              {plate.width} x {plate.height} px
            </span>
          </div>
          <div className="over">
            <button onClick={() => start(plate)}>new brush from it</button>
          </div>
        </article>
      ))}
    </div>
  );
}

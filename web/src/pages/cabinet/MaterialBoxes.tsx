import { useNavigate } from 'react-router';
import { brushFromPlate } from '../../bench/arrivals.ts';
import { usePlateList, useSources } from '../../api/lists.ts';
import { plateUrl, sourceUrl } from '../../api/queries.ts';
import type { PlateInfo, SourceInfo } from '@amber-stamp/core/api';
import { BoxGrid } from './BoxGrid.tsx';
import { useBrushFromSource } from './SampleSources.tsx';

const Nothing = ({ what, find }: { what: string; find: string }) => (
  <div className="empty">
    <h2>{find === '' ? `No ${what} yet` : `No ${what} of that name`}</h2>
    <span>{find === '' ? 'Drop a picture anywhere on this page.' : 'Try fewer letters.'}</span>
  </div>
);

interface BoxProps<T> {
  item: T;
  onStart: (item: T) => void;
}

const SourceBox = ({ item: source, onStart }: BoxProps<SourceInfo>) => (
  <article className="box" aria-label={source.name}>
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
      <button onClick={() => onStart(source)}>new brush from it</button>
    </div>
  </article>
);

const PlateBox = ({ item: plate, onStart }: BoxProps<PlateInfo>) => (
  <article className="box" aria-label={plate.name}>
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
      <button onClick={() => onStart(plate)}>new brush from it</button>
    </div>
  </article>
);

export function SourceBoxes({ find }: { find: string }) {
  const start = useBrushFromSource();
  return (
    <BoxGrid
      label="Sources"
      pages={useSources(find)}
      keyOf={(source) => source.id}
      least={190}
      empty={<Nothing what="sources" find={find} />}
    >
      {(source) => <SourceBox item={source} onStart={start} />}
    </BoxGrid>
  );
}

export function PlateBoxes({ find }: { find: string }) {
  const navigate = useNavigate();
  const start = (plate: PlateInfo) =>
    void brushFromPlate(plate).then((id) => {
      if (id) void navigate(`/brush/${id}/cut`);
    });
  return (
    <BoxGrid
      label="Plates"
      pages={usePlateList(find)}
      keyOf={(plate) => plate.sha256}
      least={190}
      empty={<Nothing what="plates" find={find} />}
    >
      {(plate) => <PlateBox item={plate} onStart={start} />}
    </BoxGrid>
  );
}

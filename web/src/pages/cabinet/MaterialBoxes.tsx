import { useNavigate } from 'react-router';
import type { Intent } from '@amber-stamp/core/cut';
import type { PlateInfo, SourceListing } from '@amber-stamp/core/api';
import { plateTitle } from '@amber-stamp/core/raster';
import { usePlateList, useSources } from '../../api/lists.ts';
import { blobUrl, plateUrl, sourceUrl, useCabinet } from '../../api/queries.ts';
import { orNotifyError } from '../../parts/messages.tsx';
import { BoxGrid } from './BoxGrid.tsx';
import { Material } from './Material.tsx';
import { useBrushFromSource } from './SampleSources.tsx';
import { useView } from './view.ts';

const Nothing = ({ what, find }: { what: string; find: string }) => (
  <div className="empty">
    <h2>{find === '' ? `No ${what} yet` : `No ${what} of that name`}</h2>
    <span>{find === '' ? 'Drop a picture anywhere on this page.' : 'Try fewer letters.'}</span>
  </div>
);

export function SourceBoxes({ find }: { find: string }) {
  const start = useBrushFromSource();
  const box = (source: SourceListing) => (
    <Material
      name={source.name}
      what={source.id}
      users={source.users}
      picture={sourceUrl(source.id, 400)}
      full
      facts={`${source.kind}, ${source.width} x ${source.height} px`}
      beside={`${source.bits} bit`}
      address={`/sources/${source.id}`}
      file={{ url: `/api/sources/${source.id}/file`, name: `${source.name}.${source.format}` }}
      onStart={(intent) => start(source, intent)}
    />
  );
  return (
    <BoxGrid
      label="Sources"
      pages={useSources(find)}
      keyOf={(source) => source.id}
      least={190}
      empty={<Nothing what="sources" find={find} />}
    >
      {box}
    </BoxGrid>
  );
}

/** Whether plates are listed too that only older versions print with. */
function OlderPlates() {
  const { data } = useCabinet();
  const older = useView((s) => s.older);
  if (!older && !data?.olderPlates) return null;
  return (
    <p className="note" style={{ margin: '0 0 12px' }}>
      {older ? 'Those too that only older versions print with. ' : `${data?.olderPlates} more are of older versions. `}
      <button className="link" onClick={() => useView.setState({ older: !older })}>
        {older ? 'only those in use' : 'show them too'}
      </button>
    </p>
  );
}

export function PlateBoxes({ find }: { find: string }) {
  const navigate = useNavigate();
  const older = useView((s) => s.older);
  const start = (plate: PlateInfo, intent?: Intent) =>
    orNotifyError(
      import('../../bench/arrivals.ts')
        .then(({ brushFromPlate }) => brushFromPlate(plate, intent))
        .then((id) => (id ? navigate(`/brush/${id}/cut`) : undefined)),
    );
  const box = (plate: PlateInfo) => (
    <Material
      name={plateTitle(plate.name)}
      what={plate.sha256}
      users={plate.users}
      picture={plateUrl(plate.sha256, 320)}
      facts={plate.sourceName ? `from ${plate.sourceName}` : 'made here'}
      beside={`${plate.width} x ${plate.height}`}
      address={`/plates/${plate.sha256}`}
      file={{ url: blobUrl(plate.sha256), name: plate.name }}
      onStart={(intent) => start(plate, intent)}
    />
  );
  return (
    <>
      <OlderPlates />
      <BoxGrid
        label="Plates"
        pages={usePlateList(find, { older })}
        keyOf={(plate) => plate.sha256}
        least={190}
        empty={<Nothing what="plates" find={find} />}
      >
        {box}
      </BoxGrid>
    </>
  );
}

import { Button } from '@mui/material';
import { Link } from 'react-router';
import { sendJson } from '../../api/client.ts';
import { blobUrl, listsChanged } from '../../api/queries.ts';
import type { BrushListing } from '@amber-stamp/core/api';
import { useChooseFile } from '../../bench/parts/DropAnywhere.tsx';
import { notify, orNotifyError } from '../../parts/messages.tsx';
import { SampleSources } from './SampleSources.tsx';
import type { Shelf } from './shelves.ts';

async function putAway(brush: BrushListing, away: boolean): Promise<void> {
  await sendJson('PATCH', `/brushes/${brush.id}`, { putAway: away });
  listsChanged();
  notify(away ? `${brush.name} is put away; it is never gone.` : `${brush.name} is back in its drawer.`);
}

const BrushBox = ({ brush }: { brush: BrushListing }) => (
  <article className="box" aria-label={brush.name}>
    <Link to={`/brush/${brush.id}/vary`}>
      <div className="face">
        {brush.thumbnail ? (
          <img src={blobUrl(brush.thumbnail)} alt={`A stroke of ${brush.name}`} />
        ) : (
          <span className="note">no stroke kept yet</span>
        )}
      </div>
      <div className="cap">
        <b>{brush.name}</b>
        <span>v {brush.version}</span>
        <span>{[brush.note, brush.tips === 1 ? '1 tip' : `${brush.tips} tips`].filter(Boolean).join(', ')}</span>
      </div>
    </Link>
    <div className="over">
      <button onClick={() => orNotifyError(putAway(brush, !brush.putAwayAt))}>
        {brush.putAwayAt ? 'take out' : 'put away'}
      </button>
    </div>
  </article>
);

interface Props {
  brushes: readonly BrushListing[];
  shelf: Shelf;
  searching: boolean;
  loading: boolean;
}

export function BrushBoxes({ brushes, shelf, searching, loading }: Props) {
  const choose = useChooseFile();
  if (loading) return <p className="note">opening the cabinet…</p>;
  if (brushes.length > 0)
    return (
      <div className="grid">
        {brushes.map((brush) => (
          <BrushBox key={brush.id} brush={brush} />
        ))}
      </div>
    );
  if (searching)
    return (
      <div className="empty">
        <h2>No brush of that name</h2>
        <span>Try fewer letters, or look under All brushes.</span>
      </div>
    );
  if (shelf.kind === 'away')
    return (
      <div className="empty">
        <h2>Nothing is put away</h2>
        <span>Brushes that you put away lie here and can be taken out again.</span>
      </div>
    );
  return (
    <div className="empty">
      <h2>A picture becomes a brush</h2>
      <span>
        Drop a scan, a photograph, a drawing or a height map anywhere on this page, paste it, or choose a file.
      </span>
      <Button variant="contained" onClick={choose}>
        Choose a picture
      </Button>
      <SampleSources />
    </div>
  );
}

import { Button } from '@mui/material';
import { Link } from 'react-router';
import { sendJson } from '../../api/client.ts';
import { useBrushes } from '../../api/lists.ts';
import { blobUrl, listsChanged } from '../../api/queries.ts';
import type { BrushListing } from '@amber-stamp/core/api';
import { useChooseFile } from '../../bench/parts/DropAnywhere.tsx';
import { notify, orNotifyError } from '../../parts/messages.tsx';
import { BoxGrid } from './BoxGrid.tsx';
import { useBeginLesson } from '../../lesson/useBeginLesson.ts';
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

/** What a shelf without brushes says, and how one comes to lie on it. */
function NoBrush({ shelf, find }: { shelf: Shelf; find: string }) {
  const choose = useChooseFile();
  const lesson = useBeginLesson();
  if (find !== '')
    return (
      <div className="empty">
        <h2>No brush is found by that</h2>
        <span>Names, notes and drawers are searched. Try fewer letters, or look under All brushes.</span>
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
      <span>
        New here?{' '}
        <button className="link" onClick={lesson}>
          Take the first lesson: from gravel to a stroke that does not repeat
        </button>
        , two minutes.
      </span>
      <SampleSources />
    </div>
  );
}

export function BrushBoxes({ shelf, find }: { shelf: Shelf; find: string }) {
  const brushes = useBrushes({ drawer: shelf.drawer, away: shelf.kind === 'away', find });
  return (
    <BoxGrid
      label="Brushes"
      pages={brushes}
      keyOf={(brush) => brush.id}
      least={290}
      empty={<NoBrush shelf={shelf} find={find} />}
    >
      {(brush) => <BrushBox brush={brush} />}
    </BoxGrid>
  );
}

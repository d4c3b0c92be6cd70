import { Button } from '@mui/material';
import { lazy, Suspense, useMemo } from 'react';
import { useBrushes, type BrushFilter } from '../../api/lists.ts';
import { useChooseFile } from '../../bench/parts/DropAnywhere.tsx';
import { useAsking } from './asking.ts';
import { BoxGrid } from './BoxGrid.tsx';
import { BrushBox } from './BrushBox.tsx';
import { useBeginLesson } from '../../lesson/useBeginLesson.ts';
import { SampleSources } from './SampleSources.tsx';
import { SelectionBar } from './SelectionBar.tsx';
import type { Shelf } from './shelves.ts';
import { TagRow } from './TagRow.tsx';
import { useMeasuring } from './measuring.ts';
import { useView } from './view.ts';

const Asked = lazy(() => import('./Asked.tsx').then((m) => ({ default: m.Asked })));

/** How wide a box is at least and how high it is about, css px. */
const BOXES = { least: 290, high: 188, gap: 14 };
const LINES = { least: 4000, high: 52, gap: 0 };

/** What a shelf without brushes says, and how one comes to lie on it. */
function NoBrush({ shelf, find }: { shelf: Shelf; find: string }) {
  const choose = useChooseFile();
  const lesson = useBeginLesson();
  if (find !== '')
    return (
      <div className="empty">
        <h2>No brush is found by that</h2>
        <span>
          Names, tags, notes, drawers and what a brush is and does are searched. Try fewer letters, or look under All
          brushes.
        </span>
      </div>
    );
  if (shelf.kind === 'away')
    return (
      <div className="empty">
        <h2>Nothing is put away</h2>
        <span>Brushes that you put away lie here and can be taken out again.</span>
      </div>
    );
  if (shelf.drawer !== '')
    return (
      <div className="empty">
        <h2>{shelf.name} is empty</h2>
        <span>Carry brushes here from All brushes, or choose several and press “to a drawer…”.</span>
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

interface Props {
  shelf: Shelf;
  filter: BrushFilter;
}

/** The brushes of a shelf, and what can be done with those that are chosen. */
export function BrushBoxes({ shelf, filter }: Props) {
  const { sort, shown } = useView();
  const brushes = useBrushes(filter, sort);
  const asking = useAsking((s) => s.what !== null);
  const order = useMemo(() => brushes.items.map(({ id }) => id), [brushes.items]);
  const find = filter.find ?? '';
  const list = shown === 'list';
  useMeasuring(brushes.items);
  return (
    <>
      <TagRow chosen={filter.tag ?? ''} shown={shelf.kind === 'brushes'} />
      <SelectionBar filter={filter} shown={brushes.items} />
      <BoxGrid
        label="Brushes"
        pages={brushes}
        keyOf={(brush) => brush.id}
        {...(list ? LINES : BOXES)}
        empty={<NoBrush shelf={shelf} find={`${find}${filter.tag ?? ''}`} />}
      >
        {(brush) => <BrushBox brush={brush} find={find} order={order} line={list} />}
      </BoxGrid>
      {asking && (
        <Suspense fallback={null}>
          <Asked shown={brushes.items} />
        </Suspense>
      )}
    </>
  );
}

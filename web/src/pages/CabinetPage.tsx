import {
  DndContext,
  DragOverlay,
  PointerSensor,
  pointerWithin,
  useSensor,
  useSensors,
  type DragEndEvent,
  type Modifier,
} from '@dnd-kit/core';
import type { BrushListing } from '@amber-stamp/core/api';
import { memo, useDeferredValue, useEffect, useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useSearchParams } from 'react-router';
import type { BrushFilter } from '../api/lists.ts';
import { useCabinet } from '../api/queries.ts';
import { closeBench } from '../bench/store.ts';
import { Header } from '../parts/Header.tsx';
import { EVERYWHERE } from '../parts/keys.ts';
import { orNotifyError } from '../parts/messages.tsx';
import { BrushBoxes } from './cabinet/BrushBoxes.tsx';
import { howMany, moveBrushes, takeBack } from './cabinet/deeds.ts';
import { placeDrawer, Shelves } from './cabinet/Drawers.tsx';
import { PlateBoxes, SourceBoxes } from './cabinet/MaterialBoxes.tsx';
import { chooseEvery } from './cabinet/SelectionBar.tsx';
import { chooseNone, meantAt } from './cabinet/selection.ts';
import { ShelfHead } from './cabinet/ShelfHead.tsx';
import { shelfOf, shelvesOf, type Shelf } from './cabinet/shelves.ts';

/** What is being carried: a brush, with all that are chosen with it, or a drawer. */
interface Carried {
  brush?: BrushListing;
  drawer?: string;
}

/** What lies on a shelf. */
const Boxes = memo(({ shelf, filter }: { shelf: Shelf; filter: BrushFilter }) => {
  if (shelf.kind === 'sources') return <SourceBoxes find={filter.find ?? ''} />;
  if (shelf.kind === 'plates') return <PlateBoxes find={filter.find ?? ''} />;
  return <BrushBoxes shelf={shelf} filter={filter} />;
});

const drawersOf = (shelves: readonly Shelf[]): string[] => shelves.flatMap(({ drawer }) => drawer || []);

/** Puts what was carried where it was dropped. */
function drop({ active, over }: DragEndEvent, drawers: readonly Shelf[]): void {
  const { brush, drawer } = active.data.current as Carried;
  const into = (over?.data.current as Carried | undefined)?.drawer;
  if (into === undefined) return;
  if (drawer !== undefined) {
    const names = drawersOf(drawers);
    orNotifyError(placeDrawer(drawer, names.indexOf(into), names));
  } else if (brush) {
    const ids = meantAt(brush.id);
    orNotifyError(moveBrushes(ids, howMany(ids, brush.name), into).then(chooseNone));
  }
}

/** Keys of the cabinet: take back, choose all, choose none. */
function useCabinetKeys(filter: BrushFilter): void {
  useHotkeys('mod+z', takeBack, { ...EVERYWHERE, preventDefault: true });
  useHotkeys('mod+a', () => chooseEvery(filter), { ...EVERYWHERE, preventDefault: true }, [filter]);
  useHotkeys('escape', chooseNone, EVERYWHERE);
}

// a little way is a press, not a carrying
const CARRIED = { activationConstraint: { distance: 6 } };

const isPress = (event: Event | null): event is MouseEvent => event !== null && 'clientX' in event;

/** What is carried hangs at the pointer, however large the thing was that it was taken from. */
const atPointer: Modifier = ({ activatorEvent, draggingNodeRect, transform }) =>
  isPress(activatorEvent) && draggingNodeRect
    ? {
        ...transform,
        x: transform.x + activatorEvent.clientX - draggingNodeRect.left + 12,
        y: transform.y + activatorEvent.clientY - draggingNodeRect.top + 8,
      }
    : transform;

export function CabinetPage() {
  const [search] = useSearchParams();
  const [wanted, setWanted] = useState('');
  const [carried, setCarried] = useState<Carried>({});
  const sensors = useSensors(useSensor(PointerSensor, CARRIED));
  const { data } = useCabinet();
  const { drawers, material } = useMemo(() => shelvesOf(data), [data]);
  // a letter is on the screen before what it finds is looked for
  const find = useDeferredValue(wanted.trim());
  const shelf = shelfOf(search.get('shelf'), [...drawers, ...material]);
  const tag = search.get('tag') ?? '';
  const filter = useMemo(
    () => ({ drawer: shelf.drawer, away: shelf.kind === 'away', tag, find }),
    [shelf.drawer, shelf.kind, tag, find],
  );
  useCabinetKeys(filter);
  useEffect(() => {
    closeBench();
    document.title = 'Cabinet – Amber Stamp';
    return chooseNone;
  }, [shelf.key]);
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={pointerWithin}
      onDragStart={({ active }) => setCarried(active.data.current as Carried)}
      onDragCancel={() => setCarried({})}
      onDragEnd={(event) => {
        setCarried({});
        drop(event, drawers);
      }}
    >
      <div className="app">
        <Header crumb={<b style={{ color: 'var(--ink)' }}>Cabinet</b>} />
        <main className="cabinet" id="main" tabIndex={-1}>
          <Shelves drawers={drawers} material={material} chosen={shelf} />
          <section key={shelf.key} className="shelf" aria-label={shelf.name}>
            <ShelfHead shelf={shelf} wanted={wanted} onWant={setWanted} />
            <Boxes shelf={shelf} filter={filter} />
          </section>
        </main>
      </div>
      <DragOverlay dropAnimation={null} modifiers={[atPointer]}>
        {carried.brush && <div className="carrying">{howMany(meantAt(carried.brush.id), carried.brush.name)}</div>}
        {carried.drawer && <div className="carrying">{carried.drawer}</div>}
      </DragOverlay>
    </DndContext>
  );
}

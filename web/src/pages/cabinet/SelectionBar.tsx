import type { BrushListing } from '@amber-stamp/core/api';
import type { MouseEvent } from 'react';
import { everyId, type BrushFilter } from '../../api/lists.ts';
import { orNotifyError } from '../../parts/messages.tsx';
import { ask } from './asking.ts';
import { copyBrushes, howMany, putAwayBrushes } from './deeds.ts';
import { chooseAll, chooseNone, chosenIds, useSelection } from './selection.ts';

interface Props {
  /** what the shelf shows */
  filter: BrushFilter;
  shown: readonly BrushListing[];
}

/** Chooses all brushes that the shelf means, also those that are not read yet. */
export const chooseEvery = (filter: BrushFilter): void => orNotifyError(everyId(filter).then(chooseAll));

/** What can be done with all brushes that are chosen. */
export function SelectionBar({ filter, shown }: Props) {
  const count = useSelection((s) => s.ids.size);
  if (count === 0) return null;
  const about = () => {
    const ids = chosenIds();
    return { ids, name: howMany(ids, shown.find(({ id }) => id === ids[0])?.name ?? 'the brush') };
  };
  const asks = (what: Parameters<typeof ask>[0]) => (event: MouseEvent<HTMLElement>) =>
    ask(what, { ...about(), anchor: event.currentTarget });
  const away = (putAway: boolean) => {
    const { ids, name } = about();
    orNotifyError(putAwayBrushes(ids, name, putAway).then(chooseNone));
  };
  return (
    <div className="selection" role="toolbar" aria-label="The chosen brushes">
      <b>{count === 1 ? '1 brush' : `${count} brushes`}</b>
      <button onClick={() => chooseEvery(filter)}>all of the shelf</button>
      <button onClick={chooseNone}>none</button>
      <span className="spacer" />
      <button onClick={asks('drawer')}>to a drawer…</button>
      <button onClick={asks('tags')}>tags…</button>
      <button onClick={() => orNotifyError(copyBrushes(chosenIds()).then(chooseNone))}>copy</button>
      <button onClick={asks('pack')}>pack…</button>
      {filter.away ? (
        <>
          <button onClick={() => away(false)}>take out</button>
          <button onClick={asks('delete')}>delete for good…</button>
        </>
      ) : (
        <button onClick={() => away(true)}>put away</button>
      )}
    </div>
  );
}

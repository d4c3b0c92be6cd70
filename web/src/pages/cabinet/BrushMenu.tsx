import type { BrushListing } from '@amber-stamp/core/api';
import { ActMenu, type Act } from '../../parts/ActMenu.tsx';
import { orNotifyError } from '../../parts/messages.tsx';
import { ask, beginRenaming } from './asking.ts';
import { copyBrushes, howMany } from './deeds.ts';
import { meantAt } from './selection.ts';

/** What can be done with a brush, or with all that are chosen with it. */
export function BrushMenu({ brush }: { brush: BrushListing }) {
  const acts = (anchor: HTMLElement): readonly Act[] => {
    const asks = (what: Parameters<typeof ask>[0]) => () => {
      const ids = meantAt(brush.id);
      ask(what, { ids, name: howMany(ids, brush.name), anchor });
    };
    return [
      ['rename', () => beginRenaming(brush.id)],
      ['copy', () => orNotifyError(copyBrushes(meantAt(brush.id)))],
      ['to a drawer…', asks('drawer')],
      ['tags…', asks('tags')],
      ['note…', asks('note')],
      ['save as a pack…', asks('pack')],
      ...(brush.putAwayAt ? ([['delete for good…', asks('delete')]] as const) : []),
    ];
  };
  return <ActMenu label={`More for ${brush.name}`} acts={acts} />;
}

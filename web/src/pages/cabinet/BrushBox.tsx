import type { BrushListing } from '@amber-stamp/core/api';
import { useDraggable } from '@dnd-kit/core';
import type { KeyboardEvent, MouseEvent, ReactNode } from 'react';
import { Link } from 'react-router';
import { blobUrl } from '../../api/queries.ts';
import { orNotifyError } from '../../parts/messages.tsx';
import { beginRenaming, useRenaming } from './asking.ts';
import { BrushMenu } from './BrushMenu.tsx';
import { BrushName, EchoNote, Told } from './BrushCaption.tsx';
import { howMany, putAwayBrushes } from './deeds.ts';
import { chooseTo, meantAt, toggle, useSelection } from './selection.ts';

export interface BrushProps {
  brush: BrushListing;
  /** words that it was found by */
  find: string;
  /** ids as they are shown */
  order: readonly string[];
}

/** Puts away, or takes out again, all that is meant at a brush. */
export function putAway(brush: BrushListing): void {
  const ids = meantAt(brush.id);
  orNotifyError(putAwayBrushes(ids, howMany(ids, brush.name), !brush.putAwayAt));
}

/** What opens a brush, chooses it, renames it and puts it away, by pointer and by keys. */
function Opens({ brush, order, children }: Omit<BrushProps, 'find'> & { children: ReactNode }) {
  const renaming = useRenaming((s) => s.id === brush.id);
  const press = (event: MouseEvent) => {
    const chooses = event.shiftKey || event.ctrlKey || event.metaKey;
    if (chooses || renaming) event.preventDefault();
    if (!chooses || renaming) return;
    if (event.shiftKey) chooseTo(brush.id, order);
    else toggle(brush.id);
  };
  const key = (event: KeyboardEvent) => {
    if (renaming) return;
    const acts: Readonly<Record<string, () => void>> = {
      ' ': () => toggle(brush.id),
      F2: () => beginRenaming(brush.id),
      Delete: () => putAway(brush),
    };
    if (!Object.hasOwn(acts, event.key)) return;
    event.preventDefault();
    acts[event.key]();
  };
  return (
    <Link to={`/brush/${brush.id}/vary`} className="opens" draggable={false} onClick={press} onKeyDown={key}>
      {children}
    </Link>
  );
}

const Face = ({ brush }: { brush: BrushListing }) => (
  <div className="face">
    {brush.thumbnail ? (
      <img src={blobUrl(brush.thumbnail)} alt={`A stroke of ${brush.name}`} draggable={false} loading="lazy" />
    ) : (
      <span className="note">no stroke kept yet</span>
    )}
  </div>
);

/** One brush of the cabinet, as a box or as a line of a list; carried to a drawer by the pointer. */
export function BrushBox({ line = false, ...props }: BrushProps & { line?: boolean }) {
  const { brush, find } = props;
  const chosen = useSelection((s) => s.ids.has(brush.id));
  const { setNodeRef, listeners, isDragging } = useDraggable({ id: `brush:${brush.id}`, data: { brush } });
  const look = `${line ? 'brush-line' : 'box'} ${chosen ? 'chosen' : ''} ${isDragging ? 'carried' : ''}`;
  return (
    <article ref={setNodeRef} className={look} aria-label={brush.name} {...listeners}>
      <Opens {...props}>
        <Face brush={brush} />
        <div className="cap">
          <BrushName brush={brush} find={find} />
          <EchoNote echo={brush.echo} />
          <Told brush={brush} find={find} />
          {line && <span className="of-drawer">{brush.drawer}</span>}
          <span>v {brush.version}</span>
        </div>
      </Opens>
      <input
        type="checkbox"
        className="choose-box"
        aria-label={`Choose ${brush.name}`}
        checked={chosen}
        onChange={(e) => {
          if ((e.nativeEvent as unknown as MouseEvent).shiftKey) chooseTo(brush.id, props.order);
          else toggle(brush.id);
        }}
      />
      <div className="over">
        <button onClick={() => putAway(brush)}>{brush.putAwayAt ? 'take out' : 'put away'}</button>
        <BrushMenu brush={brush} />
      </div>
    </article>
  );
}

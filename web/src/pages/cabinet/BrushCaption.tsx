import type { BrushListing } from '@amber-stamp/core/api';
import { Fragment } from 'react';
import { NameField } from '../../parts/NameField.tsx';
import { orNotifyError } from '../../parts/messages.tsx';
import { beginRenaming, useRenaming } from './asking.ts';
import { renameBrush } from './deeds.ts';
import { foundBy, partsOf } from './matches.ts';

/** A text in which what was looked for is marked. */
export const Marked = ({ text, find }: { text: string; find: string }) => (
  <>
    {partsOf(text, find).map((part, i) => (
      <Fragment key={i}>{i % 2 === 1 ? <mark>{part}</mark> : part}</Fragment>
    ))}
  </>
);

/** The echo that the version was measured with, by its colour whether it is seen. */
export function EchoNote({ echo }: { echo: number | null }) {
  // its place stays free until it is measured
  if (echo === null) return <span />;
  const look = echo < 25 ? 'calm' : echo < 40 ? '' : 'loud';
  return <span className={`echo-note ${look}`}>echo {Math.round(echo)}</span>;
}

/** What stands below the name: what it was found by, or what it is. */
export function Told({ brush, find }: { brush: BrushListing; find: string }) {
  const found = foundBy(brush, find);
  if (found.length > 0)
    return (
      <span className="told">
        {found.slice(0, 4).map((text) => (
          <i key={text} className="tagged">
            <Marked text={text} find={find} />
          </i>
        ))}
      </span>
    );
  return (
    <span className="told">
      {[brush.note, brush.tips === 1 ? '1 tip' : `${brush.tips} tips`].filter(Boolean).join(', ')}
      {brush.tags.map((tag) => (
        <i key={tag} className="tagged">
          {tag}
        </i>
      ))}
    </span>
  );
}

/** The name of a brush, or the field that it is being written in. */
export function BrushName({ brush, find }: { brush: BrushListing; find: string }) {
  const renaming = useRenaming((s) => s.id === brush.id);
  if (!renaming)
    return (
      <b title={brush.name}>
        <Marked text={brush.name} find={find} />
      </b>
    );
  const end = (name: string | undefined) => {
    beginRenaming('');
    if (name) orNotifyError(renameBrush(brush.id, brush.name, name));
  };
  return <NameField className="name" label={`Name of ${brush.name}`} name={brush.name} onEnd={end} />;
}

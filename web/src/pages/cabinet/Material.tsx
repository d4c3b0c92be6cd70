import type { Intent } from '@amber-stamp/core/cut';
import { useState } from 'react';
import { sendJson } from '../../api/client.ts';
import { ActMenu, type Act } from '../../parts/ActMenu.tsx';
import { NameField } from '../../parts/NameField.tsx';
import { orNotifyError } from '../../parts/messages.tsx';
import { UsedBy } from '../../parts/UsedBy.tsx';
import { did } from './deeds.ts';

interface Props {
  name: string;
  /** what brushes name it by */
  what: string;
  /** brushes that use it */
  users: number;
  picture: string;
  /** the picture fills its box */
  full?: boolean;
  facts: string;
  beside: string;
  /** where it is renamed */
  address: string;
  file: { url: string; name: string };
  /** begins a brush with it; without an intent it is guessed */
  onStart: (intent?: Intent) => void;
}

/** A source or a plate of the cabinet, with what can be done with it. */
export function Material({ name, what, users, picture, full = false, facts, beside, address, file, onStart }: Props) {
  const [renaming, setRenaming] = useState(false);
  const rename = async (next: string) => {
    const send = (to: string) => sendJson('PATCH', address, { name: to });
    await send(next);
    did(`${name} is called ${next}.`, () => send(name));
  };
  const acts: readonly Act[] = [
    ['new brush with it as grain', () => onStart('grain')],
    ['new brush with it as band', () => onStart('band')],
    ['rename', () => setRenaming(true)],
    ['save the file', file],
  ];
  return (
    <article className="box" aria-label={name}>
      <div className={`face ${full ? 'full' : ''}`}>
        <img src={picture} alt={name} style={full ? undefined : { padding: 4 }} loading="lazy" />
      </div>
      <div className="cap">
        {renaming ? (
          <NameField
            className="name"
            label={`Name of ${name}`}
            name={name}
            onEnd={(next) => {
              setRenaming(false);
              if (next) orNotifyError(rename(next));
            }}
          />
        ) : (
          <b title={name}>{name}</b>
        )}
        <UsedBy what={what} count={users} name={name} />
        <span className="told">{facts}</span>
        <span>{beside}</span>
      </div>
      <div className="over">
        <button onClick={() => onStart()}>new brush from it</button>
        <ActMenu label={`More for ${name}`} acts={() => acts} />
      </div>
    </article>
  );
}

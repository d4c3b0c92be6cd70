import type { BrushUse } from '@amber-stamp/core/api';
import { Popover } from '@mui/material';
import { useState } from 'react';
import { Link } from 'react-router';
import { blobUrl, useUses } from '../api/queries.ts';

interface Props {
  /** a file by its SHA-256, or a source by its id */
  what: string;
  /** brushes that use it as they are kept now */
  count: number;
  name: string;
}

const User = ({ user }: { user: BrushUse }) => (
  <Link className="user" to={`/brush/${user.id}/vary`}>
    {user.thumbnail ? <img src={blobUrl(user.thumbnail)} alt="" /> : <span />}
    <b>{user.name}</b>
    <i>{user.putAwayAt ? 'put away' : user.present ? user.drawer : 'an older version'}</i>
  </Link>
);

function Users({ what, name }: Omit<Props, 'count'>) {
  const { data, error } = useUses(what);
  return (
    <>
      <h3>{name} is used by</h3>
      {error && <span role="alert">{error.message}</span>}
      {!data && !error && <span className="note">looking…</span>}
      {data?.length === 0 && <span className="note">no brush</span>}
      {data?.map((user) => (
        <User key={user.id} user={user} />
      ))}
    </>
  );
}

/** How many brushes use something; pressed, which ones, each opened by a press. */
export function UsedBy({ what, count, name }: Props) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <button className="link" aria-haspopup="dialog" onClick={(e) => setAnchor(e.currentTarget)}>
        {count === 0 ? 'not used' : `used by ${count}`}
      </button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        slotProps={{ paper: { className: 'ask-beside', role: 'dialog', 'aria-label': `Used by: ${name}` } }}
      >
        {anchor && <Users what={what} name={name} />}
      </Popover>
    </>
  );
}

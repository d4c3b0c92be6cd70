import type { BrushUse } from '@amber-stamp/core/api';
import type { Bench } from '@amber-stamp/core/bench';
import { Button } from '@mui/material';
import { useEffect, useState } from 'react';
import { blobUrl, useUses } from '../../api/queries.ts';
import { presentPlate } from '../../bench/edit.ts';
import { UNFILED } from '../../bench/plate-key.ts';
import { usePlates } from '../../bench/plates.ts';
import { readyPlate, recutEverywhere, recutFrom, recutSister, type Recut } from '../../bench/sisters.ts';
import { useBench } from '../../bench/store.ts';
import { orNotifyError } from '../../parts/messages.tsx';
import { UsedBy } from '../../parts/UsedBy.tsx';

interface OfferProps {
  bench: Bench;
  base: string;
  users: readonly BrushUse[];
}

/** The plates that were to be recut here only: nothing more is said of them. */
const onlyHere = new Set<string>();

const Strip = ({ user, recut }: { user: BrushUse; recut: Recut | undefined }) => (
  <figure className="sister">
    <figcaption>{user.name}</figcaption>
    {user.thumbnail ? <img src={blobUrl(user.thumbnail)} alt={`${user.name} as it is`} /> : <span />}
    {recut?.thumbnail ? <img src={blobUrl(recut.thumbnail)} alt={`${user.name} with the recut plate`} /> : <span />}
  </figure>
);

/** Whether the others that print with this plate are to have it recut too, with a picture of each before and after. */
function Offer({ bench, base, users }: OfferProps) {
  const { name, plate } = presentPlate(bench);
  const [recuts, setRecuts] = useState<ReadonlyMap<string, Recut>>(new Map());
  const [done, setDone] = useState(false);
  const ready = usePlates(() => readyPlate(name, plate));
  const resting = useBench((s) => !s.gesturing);
  useEffect(() => {
    const controller = new AbortController();
    setRecuts(new Map());
    if (!ready || !resting) return undefined;
    void (async () => {
      for (const user of users) {
        if (controller.signal.aborted) return;
        const recut = await recutSister(user, base, plate, ready).catch(() => undefined);
        if (recut && !controller.signal.aborted) setRecuts((before) => new Map([...before, [user.id, recut]]));
      }
    })();
    return () => controller.abort();
  }, [ready, resting, users, base, plate]);
  if (done) return null;
  const everywhere = async () => {
    await recutEverywhere([...recuts.values()], bench.brush.name);
    setDone(true);
  };
  const leave = () => {
    onlyHere.add(`${bench.brush.name} ${base}`);
    setDone(true);
  };
  return (
    <div className="warning sisters" role="status">
      <span>
        <b>{users.length === 1 ? '1 other brush prints' : `${users.length} other brushes print`} with this plate.</b>{' '}
        Recut it there too?
      </span>
      {users.slice(0, 4).map((user) => (
        <Strip key={user.id} user={user} recut={recuts.get(user.id)} />
      ))}
      <div className="buttons">
        <Button variant="contained" disabled={recuts.size < users.length} onClick={() => orNotifyError(everywhere())}>
          Everywhere
        </Button>
        <Button onClick={leave}>Only here</Button>
      </div>
    </div>
  );
}

/** Who else prints with the plate at hand; once it is recut, whether they are to follow. */
export function Sisters({ bench }: { bench: Bench }) {
  const { name, plate } = presentPlate(bench);
  const brushId = useBench((s) => s.standing?.brushId);
  const { data = [] } = useUses(plate.sha256 === UNFILED ? '' : plate.sha256);
  const users = data.filter(({ id, present }) => present && id !== brushId);
  const base = recutFrom(name, plate);
  if (users.length === 0) return null;
  if (base === undefined)
    return (
      <p className="note" style={{ padding: '0 16px', margin: '2px 0 6px' }}>
        This plate is <UsedBy what={plate.sha256} count={users.length + 1} name={name} />.
      </p>
    );
  if (onlyHere.has(`${bench.brush.name} ${base}`)) return null;
  return <Offer key={base} bench={bench} base={base} users={users} />;
}

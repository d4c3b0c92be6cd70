import type { Deleted } from '@amber-stamp/core/api';
import { Button, Dialog, Switch } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { sendJson } from '../../api/client.ts';
import { listsChanged } from '../../api/queries.ts';
import { notify, orNotifyError } from '../../parts/messages.tsx';
import { sizeOf } from '../../parts/size-of.ts';
import { endAsking } from './asking.ts';
import { chooseNone } from './selection.ts';

interface Props {
  ids: readonly string[];
  name: string;
}

const counted = (n: number, one: string): string => `${n} ${one}${n === 1 ? '' : 's'}`;

/** What would go and what would stay, in sentences. */
const Weighed = ({ would }: { would: Deleted }) => (
  <>
    <p>
      {would.brushes === 0
        ? 'None of them can be deleted now.'
        : `${counted(would.brushes, 'brush').replace('brushs', 'brushes')} with ${counted(would.versions, 'version')} would go, and ${counted(would.files, 'file')} that nothing else uses: ${sizeOf(would.bytes)} become free.`}
      {would.sources.length > 0 && ` Their sources go too: ${would.sources.join(', ')}.`}
    </p>
    {would.kept.map(({ id, name, by }) => (
      <p key={id}>
        {name} stays: {by.join(', ')} {by.length === 1 ? 'is' : 'are'} drawn with it.
      </p>
    ))}
  </>
);

/** Asks before brushes are deleted for good, with what that frees and what else uses them. */
export function DeleteDialog({ ids, name }: Props) {
  const [sources, setSources] = useState(false);
  const [busy, setBusy] = useState(false);
  const asked = { ids, sources };
  const { data: would, error } = useQuery({
    queryKey: ['deletion', asked],
    queryFn: () => sendJson<Deleted>('POST', '/cabinet/deletions/weigh', asked),
    staleTime: 0,
  });
  const remove = async () => {
    setBusy(true);
    try {
      const { brushes, bytes } = await sendJson<Deleted>('POST', '/cabinet/deletions', asked);
      chooseNone();
      listsChanged();
      endAsking();
      notify(`${brushes === 1 ? name : `${brushes} brushes`} deleted for good; ${sizeOf(bytes)} are free.`);
    } finally {
      setBusy(false);
    }
  };
  return (
    <Dialog open onClose={endAsking} aria-labelledby="delete-title">
      <div className="asks">
        <h2 id="delete-title">Delete {name} for good?</h2>
        <div aria-live="polite">
          {error ? <p role="alert">{error.message}</p> : would ? <Weighed would={would} /> : <p>weighing…</p>}
        </div>
        <label>
          <Switch checked={sources} onChange={(_, on) => setSources(on)} />
          their sources too, where nothing else uses them
        </label>
        <p className="note">This alone cannot be taken back. Put away they cost nothing but room.</p>
        <div className="buttons">
          <Button onClick={endAsking} autoFocus>
            Leave them
          </Button>
          <Button
            variant="contained"
            color="error"
            disabled={busy || !would || would.brushes === 0}
            onClick={() => orNotifyError(remove())}
          >
            Delete for good
          </Button>
        </div>
      </div>
    </Dialog>
  );
}

import { Button, Dialog, Switch } from '@mui/material';
import { useState } from 'react';
import { sendJson } from '../../api/client.ts';
import { orNotifyError } from '../../parts/messages.tsx';
import { endAsking } from './asking.ts';

interface Props {
  ids: readonly string[];
  name: string;
}

/** Saves brushes as one pack; it is written while it is made, however large it is. */
export function PackDialog({ ids, name }: Props) {
  const [sources, setSources] = useState(true);
  const save = async () => {
    const { id } = await sendJson<{ id: string }>('POST', '/packs/orders', { ids, sources });
    const link = document.createElement('a');
    link.href = `/api/packs/orders/${id}`;
    link.download = '';
    link.click();
    endAsking();
  };
  return (
    <Dialog open onClose={endAsking} aria-labelledby="pack-title">
      <div className="asks">
        <h2 id="pack-title">Save {name} as a pack</h2>
        <p>
          Brushes, plates and recipes in one zip file of open formats. Imported elsewhere they print the same pixels.
        </p>
        <label>
          <Switch checked={sources} onChange={(_, on) => setSources(on)} />
          with the sources, as they came
        </label>
        <div className="buttons">
          <Button onClick={endAsking}>Leave it</Button>
          <Button variant="contained" autoFocus onClick={() => orNotifyError(save())}>
            Save the pack
          </Button>
        </div>
      </div>
    </Dialog>
  );
}

import { Button, Drawer } from '@mui/material';
import dayjs from 'dayjs';
import { coded } from '../../parts/coded.ts';
import { blobUrl, useVersions } from '../../api/queries.ts';
import type { VersionInfo } from '@amber-stamp/core/api';
import { bringBack } from '../../bench/session.ts';
import { useBench } from '../../bench/store.ts';
import { notifyError } from '../../parts/messages.tsx';

function Version({ version, here, onBack }: { version: VersionInfo; here: boolean; onBack: () => void }) {
  return (
    <li className={`version ${here ? 'here' : ''}`}>
      {version.thumbnail ? <img src={blobUrl(version.thumbnail)} alt="" /> : <span className="none" />}
      <div>
        <b>
          {version.number}
          {version.branch > 0 ? `, branch ${version.branch}` : ''}
        </b>{' '}
        <span className="note">{dayjs(version.createdAt).format('D MMM, HH:mm')}</span>
        <div>{version.what}</div>
      </div>
      {here ? (
        <span className="note">here</span>
      ) : (
        <Button onClick={onBack} aria-label={`Bring back version ${version.number}`}>
          Bring back
        </Button>
      )}
    </li>
  );
}

/** All kept states of the brush, newest first; any can be brought back. */
export function Versions({ open, onClose }: { open: boolean; onClose: () => void }) {
  const standing = useBench((s) => s.standing);
  const { data = [], isLoading } = useVersions(
    standing?.brushId ?? '',
    // one that is not made yet has none
    open && standing !== null && !standing.begins,
    standing?.versionId ?? '',
  );
  const back = (id: string) => {
    bringBack(id)
      .then(onClose)
      .catch((cause: unknown) => notifyError(coded(cause, 'The version could not be brought back. Try again.')));
  };
  return (
    <Drawer
      anchor="right"
      open={open}
      onClose={onClose}
      slotProps={{ paper: { sx: { width: 400 }, 'aria-label': 'Versions' } }}
    >
      <div style={{ display: 'flex', alignItems: 'baseline', padding: '14px 16px 10px' }}>
        <h2 style={{ fontSize: 18 }}>Versions</h2>
        <span className="spacer" />
        <button className="link" onClick={onClose}>
          Close
        </button>
      </div>
      <p className="note" style={{ margin: '0 16px 10px' }}>
        Every finished gesture is kept. Bringing one back is a new version, so nothing is lost by it.
      </p>
      {isLoading && (
        <p className="note" style={{ margin: 16 }}>
          reading…
        </p>
      )}
      <ul style={{ margin: 0, padding: 0, listStyle: 'none' }}>
        {data.map((version) => (
          <Version
            key={version.id}
            version={version}
            here={version.id === standing?.versionId}
            onBack={() => back(version.id)}
          />
        ))}
      </ul>
    </Drawer>
  );
}

import type { AmberError } from '@amber-stamp/core/errors';
import { Button } from '@mui/material';
import { useState, type FormEvent } from 'react';
import { api, door } from '../api/client.ts';
import { queryClient } from '../api/queries.ts';
import { coded } from '../parts/coded.ts';
import { Header } from '../parts/Header.tsx';

const NOT_SENT = 'It could not be sent. Try again in a moment.';

async function enter(token: string): Promise<void> {
  const headers = { 'content-type': 'application/json' };
  await api('/session', { method: 'POST', headers, body: JSON.stringify({ token }) });
  door.setState({ closed: false });
  await queryClient.invalidateQueries();
}

/** Asks for the token of a server that other machines can reach; what was on the page is there again afterwards. */
export function TokenPage() {
  const [token, setToken] = useState('');
  const [wrong, setWrong] = useState<AmberError | null>(null);
  const [busy, setBusy] = useState(false);
  const send = (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setWrong(null);
    enter(token)
      .catch((cause: unknown) => setWrong(coded(cause, NOT_SENT)))
      .finally(() => setBusy(false));
  };
  return (
    <div className="app">
      <Header crumb={<b style={{ color: 'var(--ink)' }}>Token</b>} />
      <main style={{ display: 'grid', justifyItems: 'center', alignContent: 'start', paddingTop: '14vh' }}>
        <form className="empty token" onSubmit={send} aria-label="Token of this server">
          <h2>This server asks for its token</h2>
          <span>
            Whoever started it chose one, as AMBER_TOKEN. It is asked for once in this browser, and never shown again.
          </span>
          <input
            className="underline"
            type="password"
            aria-label="Token"
            autoComplete="current-password"
            autoFocus
            value={token}
            onChange={(e) => setToken(e.target.value)}
          />
          {wrong && (
            <span role="alert" style={{ color: 'var(--brick)', fontWeight: 600 }}>
              {wrong.message}
            </span>
          )}
          <Button type="submit" variant="contained" disabled={busy || token === ''}>
            Go in
          </Button>
        </form>
      </main>
    </div>
  );
}

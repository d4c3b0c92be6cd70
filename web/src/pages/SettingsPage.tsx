import { Link } from 'react-router';
import { Choices } from '../parts/Choices.tsx';
import { Header } from '../parts/Header.tsx';
import { setLook, useLook } from '../theme/Look.tsx';

export function SettingsPage() {
  const look = useLook((s) => s.look);
  return (
    <div className="app">
      <Header
        crumb={
          <>
            <Link to="/">Cabinet</Link> / <b>Settings</b>
          </>
        }
      />
      <main className="page" id="main" tabIndex={-1}>
        <h1>Settings</h1>
        <div className="section">
          <h3>Look</h3>
          <p className="note">Grounds for judging stay white, gray and black in both.</p>
          <Choices
            label="Look"
            value={look}
            options={[
              ['paper', 'Paper'],
              ['dusk', 'Dusk, for dark rooms'],
            ]}
            onChange={setLook}
          />
        </div>
        <div className="section">
          <h3>Programs</h3>
          <p className="note">
            Everything here can be reached without the screen too: the{' '}
            <a className="link" href="/api/docs/">
              HTTP API
            </a>
            , and the command line (see the README).
          </p>
        </div>
      </main>
    </div>
  );
}

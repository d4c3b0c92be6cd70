import type { Bench } from '@amber-stamp/core/bench';
import { fileName } from '@amber-stamp/core/formats';
import { TRIAL_SIZE, trialStrokes } from '@amber-stamp/core/path';
import { Button, Switch } from '@mui/material';
import { useState } from 'react';
import { coded } from '../../parts/coded.ts';
import { api } from '../../api/client.ts';
import { inkJob, keysOf } from '../../bench/ink-job.ts';
import { useBench } from '../../bench/store.ts';
import { useChooseFile } from '../../bench/parts/DropAnywhere.tsx';
import { notifyError } from '../../parts/messages.tsx';
import { saveFile } from '../../parts/save.ts';
import { drawPng } from '../../engine/pool.ts';
import { ReliefFiles } from './ReliefFiles.tsx';
import { TipFiles } from './TipFiles.tsx';

async function saveSheet(bench: Bench): Promise<void> {
  const { strokes } = trialStrokes();
  const main = { brush: bench.brush, plates: keysOf(bench) };
  const job = inkJob('export', main, strokes, { ...TRIAL_SIZE, zoom: 1 }, bench.sheet);
  saveFile(`${fileName(bench.brush.name)}-sheet.png`, await drawPng(job), 'image/png');
}

async function savePack(bench: Bench, versionId: string, sources: boolean): Promise<void> {
  const response = await api(`/versions/${versionId}/pack${sources ? '?sources=yes' : ''}`);
  saveFile(`${fileName(bench.brush.name)}.zip`, new Uint8Array(await response.arrayBuffer()), 'application/zip');
}

const notifyFailure = (cause: unknown): void => notifyError(coded(cause, 'The file could not be made. Try again.'));

export function PackControls({ bench }: { bench: Bench }) {
  const [sources, setSources] = useState(true);
  const standing = useBench((s) => s.standing);
  const kept = useBench((s) => s.keep === 'kept');
  const choose = useChooseFile();
  return (
    <>
      <div className="top">
        <h2>Hand over</h2>
      </div>
      <div className="section">
        <h3>The pack</h3>
        <span className="note">
          Brush, plate and recipe in one zip file of open formats. Imported elsewhere it prints the same pixels.
        </span>
        <label style={{ display: 'flex', gap: 9, alignItems: 'center', marginTop: 8 }}>
          <Switch checked={sources} onChange={(_, on) => setSources(on)} />
          with the source, as it came
        </label>
        <div className="buttons">
          <Button
            variant="contained"
            disabled={!kept || !standing}
            onClick={() => void savePack(bench, standing?.versionId ?? '', sources).catch(notifyFailure)}
          >
            Save the pack
          </Button>
          {!kept && <span className="note">when it is kept</span>}
        </div>
      </div>
      <TipFiles bench={bench} />
      <ReliefFiles bench={bench} />
      <div className="section">
        <h3>The trial sheet</h3>
        <span className="note">
          {TRIAL_SIZE.width} x {TRIAL_SIZE.height} px on {bench.sheet.ground}, pixel for pixel what the command line
          draws.
        </span>
        <div className="buttons">
          <Button onClick={() => void saveSheet(bench).catch(notifyFailure)}>Save the trial sheet</Button>
        </div>
      </div>
      <div className="section">
        <h3>Take a pack in</h3>
        <span className="note">Drop it anywhere on the page. What is here already gets no second copy.</span>
        <div className="buttons">
          <Button onClick={choose}>Choose a pack</Button>
        </div>
      </div>
    </>
  );
}

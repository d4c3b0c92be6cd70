import type { Bench } from '@amber-stamp/core/bench';
import { readingOf } from '@amber-stamp/core/cut';
import { fileName } from '@amber-stamp/core/formats';
import { Button, Menu, MenuItem } from '@mui/material';
import { useRef, useState } from 'react';
import { useSource, useSources } from '../../api/queries.ts';
import { arriveSource } from '../../bench/arrivals.ts';
import { presentPlate } from '../../bench/edit.ts';
import { usePlates } from '../../bench/plates.ts';
import { change } from '../../bench/store.ts';
import { PlateChoice } from '../cut/PlateChoice.tsx';
import { PartControls } from './PartControls.tsx';
import { Answers } from './Answers.tsx';
import { HeightsControls } from './relief/HeightsControls.tsx';
import { MeshControls } from './relief/MeshControls.tsx';

/** Puts another source under the brush: recipe and every other setting stay. */
function OtherSource({ source }: { source: string | null }) {
  const input = useRef<HTMLInputElement>(null);
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const { data = [] } = useSources();
  const take = (id: string, name: string) => {
    setAnchor(null);
    change(`source: ${name}`, (draft) => {
      const { plate } = presentPlate(draft);
      plate.source = id;
      plate.recipe ??= { format: 'amber-stamp/recipe', version: 1, steps: [] };
    });
  };
  const chosen = async (file: File | undefined) => {
    const arrived = file && (await arriveSource(file));
    if (arrived) take(arrived.id, arrived.name);
  };
  return (
    <div className="buttons">
      <Button onClick={() => input.current?.click()}>Another file</Button>
      <Button onClick={(e) => setAnchor(e.currentTarget)} aria-haspopup="menu">
        A source from the cabinet
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        aria-label="Another file"
        onChange={(e) => void chosen(e.target.files?.[0])}
      />
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {data.map((s) => (
          <MenuItem key={s.id} selected={s.id === source} onClick={() => take(s.id, s.name)}>
            {s.name}
          </MenuItem>
        ))}
      </Menu>
    </div>
  );
}

export function FindControls({ bench }: { bench: Bench }) {
  const { plate } = presentPlate(bench);
  const { data: source } = useSource(plate.source);
  const error = usePlates((s) => s.trouble);
  const isMesh = source?.kind === 'mesh';
  const isHeights = !isMesh && readingOf(plate.recipe) === 'heights';
  return (
    <>
      <div className="top">
        <h2>{isMesh ? 'Seen from where?' : 'What prints?'}</h2>
      </div>
      <PlateChoice bench={bench} />
      {isMesh && plate.source ? (
        <MeshControls bench={bench} source={plate.source} />
      ) : plate.source ? (
        <Answers key={plate.source} bench={bench} source={plate.source} />
      ) : (
        <p className="note" style={{ padding: '0 16px' }}>
          This brush came with its plate alone. Give it a source to ask again.
        </p>
      )}
      {error && (
        <div className="warning" role="alert">
          <b>{error.message}</b>
        </div>
      )}
      {isHeights && plate.source && <HeightsControls bench={bench} source={plate.source} />}
      {plate.source && plate.recipe && !isMesh && <PartControls bench={bench} source={plate.source} />}
      <div className="section">
        <h3>Source</h3>
        <span className="note">
          {source ? `${source.name}, kept as ${fileName(source.name)}.${source.format}, its bytes untouched` : 'none'}
        </span>
        <OtherSource source={plate.source} />
        <p className="note" style={{ marginBottom: 0 }}>
          The recipe and all settings of the brush stay.
        </p>
      </div>
    </>
  );
}

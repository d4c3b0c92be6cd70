import type { Bench } from '@amber-stamp/core/bench';
import { readingOf } from '@amber-stamp/core/cut';
import { fileName } from '@amber-stamp/core/formats';
import { madeName } from '@amber-stamp/core/make';
import { Button } from '@mui/material';
import { useRef } from 'react';
import { useSource } from '../../api/queries.ts';
import { presentPlate } from '../../bench/edit.ts';
import { asSource, SOURCES_FROM } from '../../bench/picker/picked.ts';
import { Picker } from '../../bench/picker/Picker.tsx';
import { usePlates } from '../../bench/plates.ts';
import { PlateChoice } from '../cut/PlateChoice.tsx';
import { PartControls } from './PartControls.tsx';
import { coded } from '../../parts/coded.ts';
import { notifyError } from '../../parts/messages.tsx';
import { Answers } from './Answers.tsx';
import { Intents } from './Intents.tsx';
import { takeOtherFile, takeOtherSource } from './other-source.ts';
import { MadeControls } from './made/MadeControls.tsx';
import { HeightsControls } from './relief/HeightsControls.tsx';
import { MeshControls } from './relief/MeshControls.tsx';

const notifyFailure = (cause: unknown): void =>
  notifyError(coded(cause, 'The source could not be taken; nothing was changed.'));

/** Puts another source under the brush. */
function OtherSource() {
  const input = useRef<HTMLInputElement>(null);
  return (
    <div className="buttons">
      <Button onClick={() => input.current?.click()}>Another file</Button>
      <Picker
        label="A source from the cabinet"
        offers={SOURCES_FROM}
        onTake={async (picked) => {
          const taken = await asSource(picked);
          if (taken) await takeOtherSource(taken.source, taken.isPlate);
        }}
      />
      <input
        ref={input}
        type="file"
        hidden
        aria-label="Another file"
        onChange={(e) => void takeOtherFile(e.target.files?.[0]).catch(notifyFailure)}
      />
    </div>
  );
}

export function FindControls({ bench }: { bench: Bench }) {
  const { plate } = presentPlate(bench);
  const { data: source } = useSource(plate.source);
  const error = usePlates((s) => s.trouble);
  const isMesh = source?.kind === 'mesh';
  const { made } = plate;
  const isHeights = !isMesh && readingOf(plate.recipe) === 'heights';
  return (
    <>
      <div className="top">
        <h2>{made ? 'What is it made of?' : isMesh ? 'Seen from where?' : 'What prints?'}</h2>
      </div>
      <PlateChoice bench={bench} />
      {made ? (
        <MadeControls made={made} />
      ) : isMesh && plate.source ? (
        <MeshControls bench={bench} source={plate.source} />
      ) : plate.source ? (
        <>
          <Answers key={plate.source} bench={bench} source={plate.source} />
          <Intents bench={bench} source={plate.source} />
        </>
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
          {made
            ? `${madeName(made)}, made here: its settings stay with the brush`
            : source
              ? `${source.name}, kept as ${fileName(source.name)}.${source.format}, its bytes untouched`
              : 'none'}
        </span>
        <OtherSource />
        <p className="note" style={{ marginBottom: 0 }}>
          The recipe and all settings of the brush stay.
        </p>
      </div>
    </>
  );
}

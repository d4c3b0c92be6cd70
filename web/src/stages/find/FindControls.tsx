import type { Bench } from '@amber-stamp/core/bench';
import { readingOf, type OtherRecipe } from '@amber-stamp/core/cut';
import { fileName } from '@amber-stamp/core/formats';
import { madeName } from '@amber-stamp/core/make';
import type { SourceInfo } from '@amber-stamp/core/api';
import { Button } from '@mui/material';
import { useRef } from 'react';
import { getJson } from '../../api/client.ts';
import { useSource } from '../../api/queries.ts';
import { arriveSource, settingsOf } from '../../bench/arrivals.ts';
import { presentPlate } from '../../bench/edit.ts';
import { asSource, SOURCES_FROM } from '../../bench/picker/picked.ts';
import { Picker } from '../../bench/picker/Picker.tsx';
import { usePlates } from '../../bench/plates.ts';
import { change, presentBench } from '../../bench/store.ts';
import { cutter } from '../../engine/pool.ts';
import { PlateChoice } from '../cut/PlateChoice.tsx';
import { PartControls } from './PartControls.tsx';
import { coded } from '../../parts/coded.ts';
import { notify, notifyError } from '../../parts/messages.tsx';
import { Answers } from './Answers.tsx';
import { Intents } from './Intents.tsx';
import { MadeControls } from './made/MadeControls.tsx';
import { HeightsControls } from './relief/HeightsControls.tsx';
import { MeshControls } from './relief/MeshControls.tsx';

const notifyFailure = (cause: unknown): void =>
  notifyError(coded(cause, 'The source could not be taken; nothing was changed.'));

/** The present recipe as it suits another source; undefined where there is none. */
async function otherRecipe(source: string): Promise<OtherRecipe | undefined> {
  const { plate } = presentPlate(presentBench());
  if (!plate.recipe) return undefined;
  const before = plate.source ? await getJson<SourceInfo>(`/sources/${plate.source}`) : null;
  return cutter.recipeForOther(source, plate.recipe, before);
}

/** Puts another source under the brush: recipe and every other setting stay. */
function OtherSource() {
  const input = useRef<HTMLInputElement>(null);
  const take = async (info: SourceInfo, isPlate = false) => {
    const { id, name } = info;
    const from = info.kind === 'made' ? { source: null, made: await settingsOf(info) } : { source: id, made: null };
    const other = isPlate || from.made ? undefined : await otherRecipe(id);
    change(`source: ${name}`, (draft) => {
      const { plate } = presentPlate(draft);
      Object.assign(plate, from);
      plate.recipe = other?.recipe ?? plate.recipe ?? { format: 'amber-stamp/recipe', version: 1, steps: [] };
      const gray = plate.recipe.steps.find(({ step }) => step === 'gray');
      if (isPlate && gray) gray.prints = 'light';
    });
    if (other?.asked)
      notify(`The old answer would not print this source, so it was asked again. ${other.asked.reason}`);
  };
  const chosen = async (file: File | undefined) => {
    const arrived = file && (await arriveSource(file));
    if (arrived) await take(arrived);
  };
  return (
    <div className="buttons">
      <Button onClick={() => input.current?.click()}>Another file</Button>
      <Picker
        label="A source from the cabinet"
        offers={SOURCES_FROM}
        onTake={async (picked) => {
          const taken = await asSource(picked);
          if (taken) await take(taken.source, taken.isPlate);
        }}
      />
      <input
        ref={input}
        type="file"
        hidden
        aria-label="Another file"
        onChange={(e) => void chosen(e.target.files?.[0]).catch(notifyFailure)}
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

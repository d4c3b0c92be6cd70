import type { PlateInfo, SourceInfo } from '@amber-stamp/core/api';
import { plateTitle } from '@amber-stamp/core/raster';
import { useState } from 'react';
import { usePlateList, useSources } from '../../api/lists.ts';
import { plateUrl, sourceUrl } from '../../api/queries.ts';
import { More } from '../../parts/More.tsx';
import { orNotifyError } from '../../parts/messages.tsx';
import { PicturesButton } from '../../parts/PicturesButton.tsx';
import { arriveSource, plateAsSource } from '../arrivals.ts';
import { PrintedPick, usePrintedStrokes, type PrintedStrokes } from './PrintedStrokes.tsx';

/** What was taken, and whether it is a plate: then it prints the paler the more. */
export type TakeSource = (source: SourceInfo, isPlate: boolean) => void | Promise<void>;

interface Props {
  label: string;
  /** what its button is called where it says more than it shows */
  name?: string;
  onTake: TakeSource;
}

interface PickProps {
  name: string;
  picture: string;
  onPick: () => void;
}

const Pick = ({ name, picture, onPick }: PickProps) => (
  <button className="plate-pick" title={name} aria-label={name} onClick={onPick}>
    <img src={picture} alt="" loading="lazy" />
    <span>{name}</span>
  </button>
);

const fits = (name: string, words: string): boolean => name.toLowerCase().includes(words.trim().toLowerCase());

interface FoundProps {
  words: string;
  take: (source: SourceInfo | PlateInfo) => void;
  print: (printed: PrintedStrokes) => void;
}

/** Sources, plates and strokes that a word fits, as pictures. */
function Found({ words, take, print }: FoundProps) {
  const sources = useSources(words);
  const plates = usePlateList(words);
  const foundStrokes = usePrintedStrokes().filter(({ name }) => fits(name, words));
  if (sources.loading || plates.loading) return <p className="note wide">looking…</p>;
  if (sources.items.length + plates.items.length + foundStrokes.length === 0)
    return <p className="note wide">{words ? `Nothing is called ${words}.` : 'Nothing is kept yet.'}</p>;
  return (
    <>
      {sources.items.length > 0 && <h3 className="wide">Sources</h3>}
      {sources.items.map((source) => (
        <Pick key={source.id} name={source.name} picture={sourceUrl(source.id, 180)} onPick={() => take(source)} />
      ))}
      <More what="sources" more={sources.more} />
      {plates.items.length > 0 && <h3 className="wide">Plates</h3>}
      {plates.items.map((plate) => (
        <Pick
          key={plate.sha256}
          name={plateTitle(plate.name)}
          picture={plateUrl(plate.sha256, 180)}
          onPick={() => take(plate)}
        />
      ))}
      <More what="plates" more={plates.more} />
      {foundStrokes.length > 0 && <h3 className="wide">Strokes, as this brush prints them</h3>}
      {foundStrokes.map((printed) => (
        <PrintedPick key={printed.name} printed={printed} onPick={() => print(printed)} />
      ))}
    </>
  );
}

/** Every source, plate and stroke of the cabinet as pictures, found by a word; a press takes one. */
export function SourcePicker({ label, name, onTake }: Props) {
  const [words, setWords] = useState('');
  const take = async (picked: SourceInfo | PlateInfo) => {
    const isPlate = !('id' in picked);
    const source = isPlate ? await plateAsSource(picked) : picked;
    if (source) await onTake(source, isPlate);
  };
  const print = async ({ make }: PrintedStrokes) => {
    const source = await arriveSource(await make());
    if (source) await onTake(source, false);
  };
  return (
    <PicturesButton
      label={label}
      name={name}
      title="Sources, plates and strokes of the cabinet"
      onClose={() => setWords('')}
    >
      {(close) => {
        const closing = (work: Promise<void>) => {
          close();
          orNotifyError(work);
        };
        return (
          <>
            <input
              className="underline wide"
              aria-label="Find a source, a plate or a stroke"
              placeholder="find…"
              autoFocus
              value={words}
              onChange={(e) => setWords(e.target.value)}
            />
            <Found
              words={words}
              take={(picked) => closing(take(picked))}
              print={(printed) => closing(print(printed))}
            />
          </>
        );
      }}
    </PicturesButton>
  );
}

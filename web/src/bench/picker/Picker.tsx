import { useRef, useState, type KeyboardEvent, type ReactNode } from 'react';
import { PicturesButton } from '../../parts/PicturesButton.tsx';
import { orNotifyError } from '../../parts/messages.tsx';
import { Offered, type Only } from './Offered.tsx';
import { pickedFile, type Offer, type Picked } from './picked.ts';

interface Props {
  /** what its button shows */
  label: string;
  /** what its button is called where it says more than it shows */
  name?: string;
  offers: readonly Offer[];
  /** what stands first: to choose none of them */
  none?: string;
  /** what is asked about the one that is taken, above them all */
  head?: ReactNode;
  /** it stays open, for one after the other */
  several?: boolean;
  onTake: (picked: Picked) => unknown;
}

const TITLES: Readonly<Record<Offer, string>> = {
  plates: 'plates',
  sources: 'sources',
  strokes: 'strokes',
  brushes: 'brushes',
};

/** Such as "Plates, sources and strokes". */
function listed(offers: readonly Offer[]): string {
  const words = offers.map((offer) => TITLES[offer]);
  const all = words.length > 1 ? `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}` : words[0];
  return all[0].toUpperCase() + all.slice(1);
}

const PICKS = '.plate-pick';
const COLUMNS = 3;
const STEPS: Readonly<Record<string, number>> = {
  ArrowLeft: -1,
  ArrowRight: 1,
  ArrowUp: -COLUMNS,
  ArrowDown: COLUMNS,
};

/** Arrows go from picture to picture, and from the search to the first of them. */
function walk(event: KeyboardEvent<HTMLElement>): void {
  const step = STEPS[event.key];
  if (step === undefined) return;
  const picks = [...event.currentTarget.querySelectorAll<HTMLElement>(PICKS)];
  const at = picks.indexOf(document.activeElement as HTMLElement);
  const isSearching = document.activeElement instanceof HTMLInputElement;
  if (isSearching && event.key !== 'ArrowDown') return;
  event.preventDefault();
  picks[isSearching ? 0 : Math.max(0, Math.min(picks.length - 1, at + step))]?.focus();
}

/** The way to a file that is not in the cabinet yet. */
function FromFile({ onFile }: { onFile: (file: File) => void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <button className="small" onClick={() => input.current?.click()}>
        from a file
      </button>
      <input
        ref={input}
        type="file"
        hidden
        aria-label="A file to take"
        onChange={(e) => {
          const file = e.target.files?.[0];
          if (file) onFile(file);
        }}
      />
    </>
  );
}

/** Everything that can be taken, as pictures beside the controls: searched, narrowed, walked by arrows; a press takes one. */
export function Picker({ label, name, offers, none, head, several = false, onTake }: Props) {
  const [words, setWords] = useState('');
  const [only, setOnly] = useState<Only>('');
  const title = `${listed(offers)} of the cabinet`;
  const takesFiles = offers.includes('plates') || offers.includes('sources');
  const narrow = (to: Only, text: string) => (
    <button className="small" aria-pressed={only === to} onClick={() => setOnly(only === to ? '' : to)}>
      {text}
    </button>
  );
  return (
    <PicturesButton label={label} name={name} title={title} onClose={() => setWords('')}>
      {(close) => {
        const take = (picked: Picked) => {
          if (!several) close();
          orNotifyError(Promise.resolve(onTake(picked)));
        };
        const takeFile = async (file: File) => {
          const picked = await pickedFile(file);
          if (picked) take(picked);
        };
        return (
          <div className="picks" onKeyDown={walk}>
            {head && <div className="wide">{head}</div>}
            <input
              className="underline wide"
              aria-label={`Find in ${title.toLowerCase()}`}
              placeholder="find…"
              autoFocus
              value={words}
              onChange={(e) => setWords(e.target.value)}
            />
            {takesFiles && (
              <div className="wide narrow">
                {narrow('here', 'used here')}
                {offers.includes('plates') && narrow('tiles', 'tiles')}
                <FromFile onFile={(file) => orNotifyError(takeFile(file))} />
              </div>
            )}
            <Offered offers={offers} none={none} words={words} only={only} take={take} />
          </div>
        );
      }}
    </PicturesButton>
  );
}

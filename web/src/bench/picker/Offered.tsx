import type { BrushListing, PlateInfo, SourceListing } from '@amber-stamp/core/api';
import { plateTitle } from '@amber-stamp/core/raster';
import { Fragment, useState, type ReactNode } from 'react';
import { useBrushes, usePlateList, useSources } from '../../api/lists.ts';
import { blobUrl, plateUrl, sourceUrl, useCabinet } from '../../api/queries.ts';
import { More } from '../../parts/More.tsx';
import { PlateView } from '../../parts/PlateView.tsx';
import { PrintedPick, usePrintedStrokes } from '../parts/PrintedStrokes.tsx';
import { usePlates } from '../plates.ts';
import { useBench } from '../store.ts';
import type { Offer, Picked } from './picked.ts';

/** What alone is shown: what the brush at hand uses, or plates that tile; all if empty. */
export type Only = '' | 'here' | 'tiles';

type Take = (picked: Picked) => void;
interface ListProps {
  words: string;
  take: Take;
}

interface PickProps {
  name: string;
  title?: string;
  onPick: () => void;
  children: ReactNode;
}

const Pick = ({ name, title = name, onPick, children }: PickProps) => (
  <button className="plate-pick" title={title} aria-label={name} onClick={onPick}>
    {children}
    <span>{name}</span>
  </button>
);

const fits = (name: string, words: string): boolean => name.toLowerCase().includes(words.trim().toLowerCase());
const Head = ({ text, shown }: { text: string; shown: boolean }) => (shown ? <h3 className="wide">{text}</h3> : null);

/** Plates of the brush at hand: the same plate is used once more. */
function Here({ words, take }: ListProps) {
  const plates = useBench((s) => s.bench?.plates);
  const ready = usePlates((s) => s.ready);
  const found = Object.entries(plates ?? {}).filter(([name]) => fits(plateTitle(name), words));
  if (found.length === 0) return <p className="note wide">This brush uses none that is called so.</p>;
  return found.map(([name, plate]) => (
    <Pick key={name} name={plateTitle(name)} onPick={() => take({ kind: 'here', name, plate })}>
      <div className="shot">{ready[name] && <PlateView plate={ready[name].plate} label="" most={180} />}</div>
    </Pick>
  ));
}

const PlatePick = ({ plate, take }: { plate: PlateInfo; take: Take }) => (
  <Pick
    name={plateTitle(plate.name)}
    title={`${plate.name}, ${plate.width} x ${plate.height} px${plate.sourceName ? `, from ${plate.sourceName}` : ''}`}
    onPick={() => take({ kind: 'plate', plate })}
  >
    <img src={plateUrl(plate.sha256, 180)} alt="" loading="lazy" />
  </Pick>
);

const SourcePick = ({ source, take }: { source: SourceListing; take: Take }) => (
  <Pick name={source.name} onPick={() => take({ kind: 'source', source })}>
    <img src={sourceUrl(source.id, 180)} alt="" loading="lazy" />
  </Pick>
);

function Nothing({ words, tiles }: { words: string; tiles: boolean }) {
  const why = tiles ? 'No plate was made to tile yet: that is a step of Cut, Make it tile.' : 'Nothing is kept yet.';
  return <p className="note wide">{words === '' ? why : `Nothing is called ${words}.`}</p>;
}

/** Plates, sources and strokes, kind by kind. */
function Material({ offers, words, take, only }: Omit<Props, 'none'>) {
  const has = (offer: Offer) => offers.includes(offer) && (only !== 'tiles' || offer === 'plates');
  const sources = useSources(has('sources') ? words : null);
  const plates = usePlateList(has('plates') ? words : null, { tiles: only === 'tiles' });
  const printed = usePrintedStrokes();
  const strokes = has('strokes') ? printed.filter(({ name }) => fits(name, words)) : [];
  if (sources.loading || plates.loading) return <p className="note wide">looking…</p>;
  if (sources.items.length + plates.items.length + strokes.length === 0)
    return <Nothing words={words} tiles={only === 'tiles'} />;
  const lists = {
    sources: (
      <Fragment key="sources">
        <Head text="Sources" shown={sources.items.length > 0} />
        {sources.items.map((source) => (
          <SourcePick key={source.id} source={source} take={take} />
        ))}
        <More what="sources" more={sources.more} />
      </Fragment>
    ),
    plates: (
      <Fragment key="plates">
        <Head text="Plates" shown={plates.items.length > 0 && only === ''} />
        {plates.items.map((plate) => (
          <PlatePick key={plate.sha256} plate={plate} take={take} />
        ))}
        <More what="plates" more={plates.more} />
      </Fragment>
    ),
    strokes: (
      <Fragment key="strokes">
        <Head text="Strokes, as this brush prints them" shown={strokes.length > 0} />
        {strokes.map((one) => (
          <PrintedPick key={one.name} printed={one} onPick={() => take({ kind: 'strokes', printed: one })} />
        ))}
      </Fragment>
    ),
    brushes: null,
  };
  return offers.map((offer) => lists[offer]);
}

function Brushes({ words, take, none }: ListProps & { none: string | undefined }) {
  const [drawer, setDrawer] = useState('');
  const { data } = useCabinet();
  const { items, more } = useBrushes({ find: words, drawer });
  const pick = (brush: BrushListing) => (
    <Pick key={brush.id} name={brush.name} onPick={() => take({ kind: 'brush', brush })}>
      {brush.thumbnail ? <img className="stroke-pick" src={blobUrl(brush.thumbnail)} alt="" loading="lazy" /> : <div />}
    </Pick>
  );
  return (
    <>
      <select className="wide" aria-label="Drawer" value={drawer} onChange={(e) => setDrawer(e.target.value)}>
        <option value="">all drawers</option>
        {data?.drawers.map(({ name }) => (
          <option key={name}>{name}</option>
        ))}
      </select>
      {none !== undefined && words === '' && (
        <button className="small wide plate-pick no-pick" aria-label={none} onClick={() => take({ kind: 'none' })}>
          {none}
        </button>
      )}
      {items.map(pick)}
      <More what="brushes" more={more} />
    </>
  );
}

interface Props extends ListProps {
  offers: readonly Offer[];
  none: string | undefined;
  only: Only;
}

/** All that is offered and that the words fit. */
export function Offered({ none, ...props }: Props) {
  const { offers, words, take, only } = props;
  if (only === 'here') return <Here words={words} take={take} />;
  if (offers.includes('brushes')) return <Brushes words={words} take={take} none={none} />;
  return <Material {...props} />;
}

import type { Bench } from '@amber-stamp/core/bench';
import { choiceParam, numberParam } from '@amber-stamp/core/cut';
import { BLEND_MODES, type BlendMode } from '@amber-stamp/core/maths';
import { grainSchema, PROPERTIES, type Coat, type Grain } from '@amber-stamp/core/model';
import { plateTitle } from '@amber-stamp/core/raster';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { coatOf, editCoat } from '../../../bench/coat.ts';
import { grainNote, NOTICED } from '../../../bench/comes-back.ts';
import { useEcho } from '../../../bench/echo.ts';
import { useBenchEye } from '../../../bench/eye.ts';
import { useDropTarget } from '../../../bench/parts/drop.ts';
import { Picker } from '../../../bench/picker/Picker.tsx';
import { usePlates } from '../../../bench/plates.ts';
import { Choices } from '../../../parts/Choices.tsx';
import { PlateChoices } from '../../../bench/parts/PlateChoices.tsx';
import { PlateView } from '../../../parts/PlateView.tsx';
import {
  GRAINS_FROM,
  grainForEveryCard,
  ownGrain,
  takeGrain,
  takeGrainFile,
  withoutGrain,
  type Owner,
} from './grain-of.ts';
import { whyGrain } from '../no-effect.ts';
import { Setting } from './Setting.tsx';
import { settingOf } from '../../../parts/setting-of.ts';

const { fields } = grainSchema;
const { rest, restMin, restMax } = PROPERTIES.depth;
const SCALE = settingOf(fields.scale, 'Scale', '%', 'In percent of the pixels of its plate.', [5, 400]);
const DEPTH = numberParam('Depth', '%', [restMin, restMax, 1], rest, 'How deep it bites into the ink of this card.');
const ANGLE = settingOf(fields.angle, 'Angle', '°', 'Turn of the grain, clockwise.', [-180, 180]);
const BRIGHTNESS = settingOf(
  fields.brightness,
  'Lets through',
  '%',
  'Above 0 the grain lets more ink through, below 0 less.',
);
const CONTRAST = settingOf(fields.contrast, 'Contrast', '%', 'How hard its light and dark parts differ.');
const FLAG = (label: string, help: string) => ({ kind: 'flag', label, default: false, help }) as const;
const BLEND = choiceParam('Bites by', BLEND_MODES, 'multiply', 'How ink and grain become one.');
const FIXED = choiceParam(
  'Fixed to',
  ['sheet', 'stroke', 'dab'],
  'sheet',
  'The paper itself, moved by chance for each stroke, or moving with every dab.',
);
const APPLIES = choiceParam(
  'Applied to',
  ['stroke', 'dab'],
  'stroke',
  'The finished stroke, or each dab before it meets the others.',
);

/** The coat, or one card: the one that Cut looks at, or else the first. */
function OwnerChoice({ coat, owner, onChange }: { coat: Coat; owner: Owner; onChange: (owner: Owner) => void }) {
  const { cards } = coat.deck;
  const looked = useBenchEye((s) => cards.findIndex(({ plate }) => plate === s.plate));
  if (cards.length === 1 && !cards[0].grain) return null;
  return (
    <>
      <Choices
        label="Whose grain"
        value={owner === null ? 'coat' : 'card'}
        options={[
          ['coat', 'of the coat'],
          ['card', 'of one card'],
        ]}
        onChange={(whose) => onChange(whose === 'coat' ? null : Math.max(0, looked))}
      />
      {owner !== null && (
        <PlateChoices label="Card" names={cards.map(({ plate }) => plate)} chosen={owner} onChoose={onChange} />
      )}
    </>
  );
}

function NoGrain({ owner }: { owner: Owner }) {
  return (
    <>
      <p className="note">
        {owner === null
          ? 'No grain. A tiling plate takes ink away, as paper does. A plate is made to tile in Cut, by the step Make it tile.'
          : 'This card has no grain of its own: it prints through the grain of the coat.'}
      </p>
      <Picker label="Choose a plate" offers={GRAINS_FROM} onTake={(picked) => takeGrain(picked, owner)} />
    </>
  );
}

interface GrainProps {
  grain: Grain;
  owner: Owner;
}

/** The plate of a grain, and what it can be exchanged for. */
function GrainHead({ grain, owner }: GrainProps) {
  const ready = usePlates((s) => s.ready[grain.plate]);
  const { id } = useParams();
  const drop = useDropTarget('the grain in the place of this one', ([file]) => takeGrainFile(file, owner));
  return (
    <div className="grain-head">
      <span className="shot" {...drop}>
        {ready && <PlateView plate={ready.plate} label="Grain" most={160} />}
      </span>
      <span>
        <b>{plateTitle(grain.plate)}</b>
        <br />
        <Picker label="another" offers={GRAINS_FROM} onTake={(picked) => takeGrain(picked, owner)} />{' '}
        <Link
          className="link"
          to={`/brush/${id}/cut`}
          title="Its recipe, in Cut"
          onClick={() => useBenchEye.setState({ plate: grain.plate })}
        >
          cut it
        </Link>{' '}
        <button className="link" onClick={() => withoutGrain(owner)}>
          without
        </button>
        {owner !== null && (
          <>
            {' '}
            <button className="link" onClick={() => grainForEveryCard(grain)}>
              for every card
            </button>
          </>
        )}
      </span>
    </div>
  );
}

/** Where the grain comes back along a stroke, as soon as that was measured. */
function GrainPeriod() {
  const told = useEcho((s) => s.told);
  if (!told?.likeness || told.likeness.grainPx === 0) return null;
  const { likeness, spanPx, grain } = told;
  return (
    <p className={grain >= NOTICED ? 'note warn' : 'note'} role="status">
      It {grainNote(likeness, spanPx)}
      {grain >= NOTICED ? ', and the eye sees it.' : ', hardly seen.'}
    </p>
  );
}

/** The settings of a grain; its depth is a row below, unless a card has it for itself. */
function GrainSettings({ grain, owner }: GrainProps) {
  const idle = whyGrain(grain, usePlates((s) => s.ready[grain.plate])?.plate);
  const edit = (change: (g: Grain) => void) =>
    editCoat((c) => {
      const own = ownGrain(c, owner);
      if (own) change(own);
    });
  return (
    <>
      <GrainHead grain={grain} owner={owner} />
      {idle && <p className="note">{idle}</p>}
      {owner === null && <GrainPeriod />}
      {owner !== null && (
        <Setting param={DEPTH} value={grain.depth.rest} onLive={(v) => edit((g) => void (g.depth.rest = Number(v)))} />
      )}
      <Setting param={SCALE} value={grain.scale} onLive={(v) => edit((g) => void (g.scale = Number(v)))} />
      <Setting param={ANGLE} value={grain.angle} onLive={(v) => edit((g) => void (g.angle = Number(v)))} />
      <Setting
        param={BRIGHTNESS}
        value={grain.brightness}
        onLive={(v) => edit((g) => void (g.brightness = Number(v)))}
      />
      <Setting param={CONTRAST} value={grain.contrast} onLive={(v) => edit((g) => void (g.contrast = Number(v)))} />
      <Setting param={BLEND} value={grain.blend} onLive={(v) => edit((g) => void (g.blend = v as BlendMode))} />
      <Setting
        param={FIXED}
        value={grain.fixedTo}
        onLive={(v) =>
          edit((g) => {
            g.fixedTo = v as Grain['fixedTo'];
            // what moves with a dab can only be laid with it
            if (g.fixedTo === 'dab' && owner === null) g.appliesTo = 'dab';
          })
        }
      />
      {owner === null && grain.fixedTo === 'dab' && (
        <p className="note">It moves with every dab, so it is applied to each dab.</p>
      )}
      {owner === null && grain.fixedTo !== 'dab' && (
        <Setting
          param={APPLIES}
          value={grain.appliesTo}
          onLive={(v) => edit((g) => void (g.appliesTo = v as Grain['appliesTo']))}
        />
      )}
      <Setting
        param={FLAG('Flipped', 'Left to right.')}
        value={grain.mirror}
        onLive={(v) => edit((g) => void (g.mirror = Boolean(v)))}
      />
      <Setting
        param={FLAG('Inverted', 'Its dark parts let ink through.')}
        value={grain.invert}
        onLive={(v) => edit((g) => void (g.invert = Boolean(v)))}
      />
    </>
  );
}

/** The grain of the coat or of one card: a tiling plate that the ink is seen through. */
export function GrainPanel({ bench }: { bench: Bench }) {
  const [wanted, setOwner] = useState<Owner>(null);
  const coat = coatOf(bench);
  const owner = wanted !== null && wanted < coat.deck.cards.length ? wanted : null;
  const grain = ownGrain(coat, owner);
  return (
    <section className="panel" aria-label="Grain">
      <h3>Grain</h3>
      <OwnerChoice coat={coat} owner={owner} onChange={setOwner} />
      {grain ? <GrainSettings grain={grain} owner={owner} /> : <NoGrain owner={owner} />}
    </section>
  );
}

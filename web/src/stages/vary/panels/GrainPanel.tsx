import { choiceParam, MEETINGS, parseBrush, type Bench, type Grain } from '@amber-stamp/core';
import { coatOf, dropUnused, editCoat, freePlateName } from '../../../bench/coat.ts';
import { usePlates } from '../../../bench/plates.ts';
import { change } from '../../../bench/store.ts';
import { PlateView } from '../../../parts/PlateView.tsx';
import type { PlateInfo } from '../../../api/types.ts';
import { PlatePicker } from './PlatePicker.tsx';
import { degreesOf, percentOf, Setting } from './Setting.tsx';

const SCALE = percentOf('Scale', 5, 400, 100, 'In percent of the pixels of its plate.');
const ANGLE = degreesOf('Angle', -180, 180, 'Turn of the grain, clockwise.');
const BRIGHTNESS = percentOf('Brightness', -100, 100, 0, 'Brighter lets more ink through.');
const CONTRAST = percentOf('Contrast', -100, 100, 0, 'How hard its light and dark parts differ.');
const FLAG = (label: string, help: string) => ({ kind: 'flag', label, default: false, help }) as const;
const BLEND = choiceParam('Bites by', Object.keys(MEETINGS), 'multiply', 'How ink and grain become one.');
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

/** A grain with every default, from a plate. */
function plainGrain(plate: string): Grain {
  const coats = [{ deck: { cards: [{ plate }] }, grain: { plate } }];
  return parseBrush({ format: 'amber-stamp/brush', version: 1, coats }).coats[0].grain as Grain;
}

function take(info: PlateInfo): void {
  change(`grain: ${info.name}`, (draft) => {
    const name = freePlateName(draft, info.name);
    draft.plates[name] = { sha256: info.sha256, source: null, recipe: null };
    const coat = coatOf(draft);
    coat.grain = coat.grain ? { ...coat.grain, plate: name } : plainGrain(name);
    dropUnused(draft);
  });
}

/** The grain of the coat: a tiling plate that the ink is seen through. Its depth is a row below. */
export function GrainPanel({ bench }: { bench: Bench }) {
  const { grain } = coatOf(bench);
  const ready = usePlates((s) => (grain ? s.ready[grain.plate] : undefined));
  const edit = (change: (g: Grain) => void) => editCoat((c) => c.grain && change(c.grain));
  if (!grain)
    return (
      <section className="panel" aria-label="Grain">
        <h3>Grain</h3>
        <p className="note">
          No grain. A tiling plate takes ink away, as paper does. A plate is made to tile in Cut, by the step Make it
          tile.
        </p>
        <PlatePicker label="Choose a plate" onPick={take} />
      </section>
    );
  return (
    <section className="panel" aria-label="Grain">
      <h3>Grain</h3>
      <div className="grain-head">
        <span className="shot">{ready && <PlateView plate={ready.plate} label="Grain" most={160} />}</span>
        <span>
          <b>{grain.plate.replace(/\.png$/, '')}</b>
          <br />
          <PlatePicker label="another" onPick={take} />{' '}
          <button
            className="link"
            onClick={() =>
              change('no grain', (d) => {
                coatOf(d).grain = null;
                dropUnused(d);
              })
            }
          >
            without
          </button>
        </span>
      </div>
      <Setting param={SCALE} value={grain.scale} onLive={(v) => edit((g) => void (g.scale = Number(v)))} />
      <Setting param={ANGLE} value={grain.angle} onLive={(v) => edit((g) => void (g.angle = Number(v)))} />
      <Setting
        param={BRIGHTNESS}
        value={grain.brightness}
        onLive={(v) => edit((g) => void (g.brightness = Number(v)))}
      />
      <Setting param={CONTRAST} value={grain.contrast} onLive={(v) => edit((g) => void (g.contrast = Number(v)))} />
      <Setting param={BLEND} value={grain.blend} onLive={(v) => edit((g) => void (g.blend = String(v)))} />
      <Setting
        param={FIXED}
        value={grain.fixedTo}
        onLive={(v) => edit((g) => void (g.fixedTo = v as Grain['fixedTo']))}
      />
      <Setting
        param={APPLIES}
        value={grain.appliesTo}
        onLive={(v) => edit((g) => void (g.appliesTo = v as Grain['appliesTo']))}
      />
      <Setting
        param={FLAG('Mirrored', 'Left to right.')}
        value={grain.mirror}
        onLive={(v) => edit((g) => void (g.mirror = Boolean(v)))}
      />
      <Setting
        param={FLAG('Inverted', 'Its dark parts let ink through.')}
        value={grain.invert}
        onLive={(v) => edit((g) => void (g.invert = Boolean(v)))}
      />
    </section>
  );
}

import type { Bench } from '@amber-stamp/core/bench';
import { numberParam } from '@amber-stamp/core/cut';
import { BLENDS, MAX_BLUR_PX, SCENE_LAYERS, type GroundPlacement } from '@amber-stamp/core/ground';
import { Button, MenuItem, Select } from '@mui/material';
import { useSource } from '../../api/queries.ts';
import { canPutBack, putBack } from '../../bench/put-back.ts';
import { live, change, settle } from '../../bench/store.ts';
import { editStroke } from '../../bench/strokes.ts';
import { presentPlate } from '../../bench/edit.ts';
import { useHand } from '../../bench/hand.ts';
import { useLying } from '../../bench/lie.ts';
import { Choices } from '../../parts/Choices.tsx';
import { ColourInput } from '../../parts/ColourInput.tsx';
import { arriveSource } from '../../bench/arrivals.ts';
import { asSource, SOURCES_FROM } from '../../bench/picker/picked.ts';
import { Picker } from '../../bench/picker/Picker.tsx';
import { Grounds } from '../../bench/parts/Grounds.tsx';
import { orNotifyError } from '../../parts/messages.tsx';
import { ParamField } from '../../parts/ParamField.tsx';

const PLACES: readonly (readonly [GroundPlacement['place'], string])[] = [
  ['front', 'in front of'],
  ['behind', 'behind'],
  ['clipped', 'only on'],
  ['uncover', 'uncovers'],
];
const ON_PLAIN: typeof PLACES = [
  ['front', 'on top'],
  ['uncover', 'uncovers'],
];
const OPACITY = numberParam('Opacity', '%', [0, 100, 1], 100, 'How much of the ink is seen on the ground.');
const BLUR = numberParam('Blur', 'px', [0, MAX_BLUR_PX, 0.5], 0, 'A slight blur of the ink afterwards.');

/** How strokes lie on the ground: those of the whole sheet, or the picked one. */
function PlacementFields({ lie, layered, onLive, onDone }: PlacementFieldsProps) {
  const number = (param: typeof OPACITY, name: 'opacityPct' | 'blurPx') => (
    <ParamField
      param={param}
      value={lie[name]}
      onLive={(v) => onLive({ ...lie, [name]: Number(v) })}
      onDone={(told) => onDone(`${param.label} of the strokes ${told}`.trim().toLowerCase())}
    />
  );
  const at = (change: Partial<GroundPlacement>, what: string) => {
    onLive({ ...lie, ...change });
    onDone(what);
  };
  return (
    <>
      <Choices
        label="Where the strokes lie"
        value={layered || lie.place === 'uncover' ? lie.place : 'front'}
        options={layered ? PLACES : ON_PLAIN}
        onChange={(place) => at({ place }, `strokes ${place}`)}
      />
      {lie.place === 'uncover' ? (
        <span className="note">A cover lies over everything; the strokes take it away.</span>
      ) : (
        layered && (
          <Choices
            label="Layer"
            value={lie.layer}
            options={SCENE_LAYERS.map((name) => [name, `the ${name}`] as const)}
            onChange={(layer) => at({ layer }, `strokes at the ${layer}`)}
          />
        )
      )}
      {lie.place !== 'uncover' && (
        <div className="param wide">
          <span className="note">Blend</span>
          <Select
            variant="standard"
            value={lie.blend}
            slotProps={{ input: { 'aria-label': 'Blend with the ground' } }}
            onChange={(e) => at({ blend: e.target.value }, `strokes ${e.target.value}`)}
          >
            {BLENDS.map((name) => (
              <MenuItem key={name} value={name}>
                {name}
              </MenuItem>
            ))}
          </Select>
        </div>
      )}
      {number(OPACITY, 'opacityPct')}
      {number(BLUR, 'blurPx')}
    </>
  );
}
interface PlacementFieldsProps {
  lie: GroundPlacement;
  /** the ground has layers between which ink may lie */
  layered: boolean;
  onLive: (lie: GroundPlacement) => void;
  onDone: (what: string) => void;
}

function PlacementSection({ bench }: { bench: Bench }) {
  const { picked, lie, layered, onLive } = useLying(bench);
  return (
    <div className="section lying">
      <h3>{picked ? 'How the picked stroke lies' : 'How the strokes lie'}</h3>
      <PlacementFields lie={lie} layered={layered} onLive={onLive} onDone={settle} />
      {picked?.lie && (
        <button
          className="small"
          style={{ justifySelf: 'start' }}
          onClick={() => editStroke(picked.number, 'a stroke lies as the sheet says', (s) => void delete s.lie)}
        >
          as the sheet says
        </button>
      )}
      {!picked && bench.strokes.length > 0 && (
        <span className="note">A picked stroke can lie in its own way: press S, then on the stroke.</span>
      )}
      {lie.place === 'uncover' && (
        <label className="note cover">
          <ColourInput
            label="Colour of the cover"
            value={bench.sheet.cover}
            onLive={(colour) => live((draft) => void (draft.sheet.cover = colour))}
            onDone={() => settle('colour of the cover')}
          />
          the cover
        </label>
      )}
    </div>
  );
}

const layPicture = (id: string, what: string): void =>
  change(what, (draft) => void Object.assign(draft.sheet, { ground: 'picture', picture: id }));

async function fileAsGround(file: File): Promise<void> {
  const source = await arriveSource(file);
  if (source) layPicture(source.id, `${source.name} as the ground`);
}

/** What the strokes are tried on, how they lie on it, and what it gives: its colours, the place where the tip was cut. */
export function GroundPanel({ bench }: { bench: Bench }) {
  const { sheet } = bench;
  const { data: laid } = useSource(sheet.picture);
  const own = presentPlate(bench).plate.source;
  const does = useHand((s) => s.does);
  return (
    <section aria-label="Ground">
      <div className="top">
        <h2>Ground</h2>
        <Grounds sheet={sheet} />
      </div>
      <div className="section" style={{ borderTop: 0, paddingTop: 0, display: 'grid', gap: 8 }}>
        <div>
          <Picker
            label={sheet.ground === 'picture' && laid ? laid.name : 'a picture of the cabinet as the ground'}
            offers={SOURCES_FROM}
            onTake={async (picked) => {
              const taken = await asSource(picked);
              if (taken) layPicture(taken.source.id, 'a picture as the ground');
            }}
          />
        </div>
        <div className="buttons">
          <Button component="label">
            A file
            <input
              type="file"
              hidden
              accept="image/*"
              aria-label="A picture file as the ground"
              onChange={(e) => {
                const file = e.target.files?.[0];
                e.target.value = '';
                if (file) orNotifyError(fileAsGround(file));
              }}
            />
          </Button>
          {own && (
            <Button
              onClick={() => layPicture(own, 'its own source as the ground')}
              disabled={sheet.ground === 'picture' && sheet.picture === own}
            >
              Its own source
            </Button>
          )}
          <Button onClick={() => useHand.setState({ does: does === 'take colour' ? 'draw' : 'take colour' })}>
            {does === 'take colour' ? 'Draw again' : 'Take a colour'}
          </Button>
          {canPutBack(bench) && <Button onClick={() => orNotifyError(putBack())}>One dab where it was cut</Button>}
        </div>
      </div>
      <PlacementSection bench={bench} />
    </section>
  );
}

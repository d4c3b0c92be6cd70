import type { SheetState } from '@amber-stamp/core/bench';
import { GROUNDS, type Ground } from '@amber-stamp/core/ink';
import { change, live, settle } from '../store.ts';
import { ColourInput } from '../../parts/ColourInput.tsx';

const COLOURS: Record<(typeof GROUNDS)[number], string> = { white: '#ffffff', gray: '#808080', black: '#000000' };

/** The paper of a ground as the page shows it before the strokes are drawn. */
export const paperColour = (ground: Ground): string =>
  ground.startsWith('#') ? ground : ground === 'gray' || ground === 'black' ? COLOURS[ground] : '#ffffff';

const setGround = (ground: Ground, what = `${ground} ground`): void =>
  change(what, (draft) => void (draft.sheet.ground = ground));

const FIRST_COLOUR = '#c9bfa8';

/** What lies under the strokes, one press each: tones, a colour, the scene, and the user's picture once there is one. */
export function Grounds({ sheet }: { sheet: SheetState }) {
  const { ground, picture } = sheet;
  const own = ground.startsWith('#');
  return (
    <div role="group" aria-label="Ground" className="grounds">
      {GROUNDS.map((name) => (
        <button
          key={name}
          className="swatch"
          role="radio"
          aria-checked={ground === name}
          aria-label={name}
          style={{ background: COLOURS[name] }}
          onClick={() => setGround(name)}
        />
      ))}
      <label className={`swatch colour ${own ? 'on' : ''}`} style={{ background: own ? ground : FIRST_COLOUR }}>
        <ColourInput
          label="Colour of the ground"
          className=""
          value={own ? ground : FIRST_COLOUR}
          onClick={() => !own && setGround(FIRST_COLOUR, 'a colour as the ground')}
          onLive={(colour) => live((draft) => void (draft.sheet.ground = colour as Ground))}
          onDone={() => settle('a colour as the ground')}
        />
      </label>
      <button
        className="swatch scene"
        role="radio"
        aria-checked={ground === 'scene'}
        aria-label="the scene"
        onClick={() => setGround('scene', 'the scene as the ground')}
      />
      {picture && (
        <button
          className="swatch picture"
          role="radio"
          aria-checked={ground === 'picture'}
          aria-label="your picture"
          onClick={() => setGround('picture', 'a picture as the ground')}
        />
      )}
    </div>
  );
}

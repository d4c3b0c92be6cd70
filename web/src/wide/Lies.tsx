import type { Bench } from '@amber-stamp/core/bench';
import { PLACES, SCENE_LAYERS, type GroundPlacement } from '@amber-stamp/core/ground';
import { MenuItem, Select } from '@mui/material';
import { useLying } from '../bench/lie.ts';
import { settle } from '../bench/store.ts';

const WORDS: Record<GroundPlacement['place'], string> = {
  front: 'in front of',
  behind: 'behind',
  clipped: 'only on',
  uncover: 'uncovering',
};

/** Where the strokes lie on the layers of the scene, at the sheet itself; nothing on a ground without layers. */
export function Lies({ bench }: { bench: Bench }) {
  const { lie, layered, onLive } = useLying(bench);
  if (!layered) return null;
  const at = (change: Partial<GroundPlacement>, what: string) => {
    onLive({ ...lie, ...change });
    settle(what);
  };
  return (
    <span className="lies" role="group" aria-label="Strokes lie">
      <Select
        variant="standard"
        value={lie.place}
        slotProps={{ input: { 'aria-label': 'Strokes lie' } }}
        onChange={(e) => at({ place: e.target.value }, `strokes ${WORDS[e.target.value]}`)}
      >
        {PLACES.map((place) => (
          <MenuItem key={place} value={place}>
            {WORDS[place]}
          </MenuItem>
        ))}
      </Select>
      {lie.place !== 'uncover' && (
        <Select
          variant="standard"
          value={lie.layer}
          slotProps={{ input: { 'aria-label': 'Layer of the strokes' } }}
          onChange={(e) => at({ layer: e.target.value }, `strokes at the ${e.target.value}`)}
        >
          {SCENE_LAYERS.map((layer) => (
            <MenuItem key={layer} value={layer}>
              the {layer}
            </MenuItem>
          ))}
        </Select>
      )}
    </span>
  );
}

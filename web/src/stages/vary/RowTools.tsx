import { Tooltip } from '@mui/material';
import { memo } from 'react';
import {
  definitionOf,
  isSolo,
  resetRow,
  toggleMute,
  toggleSolo,
  type RangeName,
  type RowName,
} from '../../bench/edit.ts';
import { useBench } from '../../bench/store.ts';
import { AsideIcon, MutedIcon, MuteIcon, ResetIcon, SoloIcon, StarIcon, TogetherIcon } from '../../parts/icons.tsx';
import { STAR_WORDS, toggleAside, turnStar, type Star } from './at-hand.ts';
import { MAIN_ROWS } from './rows.ts';
import { toggleLinked, useLinkedRows } from './linked-rows.ts';

interface ToolsProps {
  name: RowName;
  label: string;
  muted: boolean;
}

/** Mute shows the stroke without the row, solo what it alone does; reset gives it its plain value. */
export const MuteAndReset = memo(function MuteAndReset({ name, label, muted }: ToolsProps) {
  const solo = useBench(({ bench }) => bench !== null && isSolo(bench, name));
  return (
    <>
      <Tooltip title={muted ? 'Let it act again' : 'Mute: see what it does'}>
        <button
          className="tool"
          aria-label={`Mute ${label}`}
          aria-pressed={muted}
          onClick={() => toggleMute(name, label, muted)}
        >
          {muted ? <MutedIcon size={15} /> : <MuteIcon size={15} />}
        </button>
      </Tooltip>
      <Tooltip title={solo ? 'All rows again' : 'Solo: what it alone does'}>
        <button
          className={`tool ${solo ? 'lit' : ''}`}
          aria-label={`Solo ${label}`}
          aria-pressed={solo}
          onClick={() => toggleSolo(name, label)}
        >
          <SoloIcon size={15} />
        </button>
      </Tooltip>
      <Tooltip title="Plain again">
        <button className="tool" aria-label={`Reset ${label}`} onClick={() => resetRow(name, label)}>
          <ResetIcon size={15} />
        </button>
      </Tooltip>
    </>
  );
});

/** Keeps a row at hand, and moves it together with others. */
export const StarAndTogether = memo(function StarAndTogether({ name, star }: { name: RangeName; star: Star }) {
  const { label } = definitionOf(name);
  const main = MAIN_ROWS.some((row) => row.name === name);
  const together = useLinkedRows((s) => s.names.includes(name));
  return (
    <>
      {main ? (
        <Tooltip title="Put this row aside">
          <button className="tool" aria-label={`Put ${label} aside`} onClick={() => toggleAside(name)}>
            <AsideIcon size={15} />
          </button>
        </Tooltip>
      ) : (
        <Tooltip title={STAR_WORDS[star]}>
          <button
            className={`tool ${star === 'none' ? '' : 'lit'}`}
            aria-label={`${STAR_WORDS[star]}: ${label}`}
            onClick={() => turnStar(star, name, label)}
          >
            <StarIcon size={15} />
          </button>
        </Tooltip>
      )}
      <Tooltip title={together ? 'Move alone again' : 'Move together with other rows that are marked so'}>
        <button
          className={`tool ${together ? 'lit' : ''}`}
          aria-label={`${label} moves together`}
          aria-pressed={together}
          onClick={() => toggleLinked(name)}
        >
          <TogetherIcon size={15} />
        </button>
      </Tooltip>
    </>
  );
});

import { Tooltip } from '@mui/material';
import { memo } from 'react';
import { definitionOf, resetRow, toggleMute, type RangeName, type RowName } from '../../bench/edit.ts';
import { MutedIcon, MuteIcon, ResetIcon, StarIcon, TogetherIcon } from '../../parts/icons.tsx';
import { STAR_WORDS, turnStar, type Star } from './at-hand.ts';
import { toggleLinked, useLinkedRows } from './linked-rows.ts';

interface ToolsProps {
  name: RowName;
  label: string;
  muted: boolean;
}

/** Mute shows what a row alone does; reset gives it its plain value. */
export const MuteAndReset = memo(function MuteAndReset({ name, label, muted }: ToolsProps) {
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
      <Tooltip title="As it was made">
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
  const together = useLinkedRows((s) => s.names.includes(name));
  return (
    <>
      <Tooltip title={STAR_WORDS[star]}>
        <button
          className={`tool ${star === 'none' ? '' : 'lit'}`}
          aria-label={`${STAR_WORDS[star]}: ${label}`}
          onClick={() => turnStar(star, name, label)}
        >
          <StarIcon size={15} />
        </button>
      </Tooltip>
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

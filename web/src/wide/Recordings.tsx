import { v4 as newId } from 'uuid';
import { nextNumber } from '@amber-stamp/core/bench';
import type { PenStroke, Strokes } from '@amber-stamp/core/model';
import { recordings, RECORDING_SIZE } from '@amber-stamp/core/path';
import { Divider, ListItemText, Menu, MenuItem } from '@mui/material';
import { memo, useState } from 'react';
import { sendJson } from '../api/client.ts';
import { queryClient, useRecordings } from '../api/queries.ts';
import type { Recording } from '@amber-stamp/core/api';
import { change } from '../bench/store.ts';
import { boxAround } from '../bench/stroke-box.ts';
import { AwayIcon } from '../parts/icons.tsx';
import { notify, orNotifyError } from '../parts/messages.tsx';

/** Puts strokes in the middle of a sheet, no larger than they were drawn. */
function lay({ width, height, strokes }: Strokes, label: string, sheet: { width: number; height: number }): void {
  const scale = Math.min(1, (sheet.width * 0.9) / width, (sheet.height * 0.9) / height);
  const left = (sheet.width - width * scale) / 2;
  const top = (sheet.height - height * scale) / 2;
  change(`recorded strokes: ${label}`, (draft) => {
    draft.sheet.trial = false;
    const first = nextNumber(draft.strokes);
    draft.strokes.push(
      ...strokes.map(({ points }, i) => ({
        points: points.map((p) => ({ ...p, x: left + p.x * scale, y: top + p.y * scale })),
        number: first + i,
      })),
    );
  });
}

/** Strokes in the smallest box that holds them. */
function boxed(strokes: readonly PenStroke[]): Strokes {
  const { left, top, right, low } = boxAround(strokes, () => 0);
  return {
    width: Math.max(1, Math.ceil(right - left)),
    height: Math.max(1, Math.ceil(low - top)),
    strokes: strokes.map(({ points }) => ({ points: points.map((p) => ({ ...p, x: p.x - left, y: p.y - top })) })),
  };
}

const changed = () => queryClient.invalidateQueries({ queryKey: ['recordings'] });

async function keep(name: string, strokes: readonly PenStroke[]): Promise<void> {
  await sendJson('POST', '/recordings', { id: newId(), name, body: boxed(strokes) });
  await changed();
  notify(`Kept as ${name}: it can be laid on any sheet.`);
}

async function putAway({ id, name }: Recording): Promise<void> {
  await sendJson('PATCH', `/recordings/${id}`, { putAway: true });
  await changed();
  notify(`${name} is put away.`);
}

function KeepMine({ strokes, onDone }: { strokes: readonly PenStroke[]; onDone: () => void }) {
  const [name, setName] = useState('');
  return (
    <form
      className="keep-recording"
      onSubmit={(e) => {
        e.preventDefault();
        onDone();
        orNotifyError(keep(name.trim(), strokes));
      }}
    >
      <input
        className="underline"
        aria-label="Name of the recording"
        placeholder={`name of ${strokes.length === 1 ? 'this stroke' : `these ${strokes.length} strokes`}`}
        maxLength={60}
        value={name}
        onChange={(e) => setName(e.target.value)}
        // the menu listens for letters itself
        onKeyDown={(e) => e.key !== 'Escape' && e.stopPropagation()}
      />
      <button className="small" disabled={name.trim() === ''}>
        keep mine
      </button>
    </form>
  );
}

interface Props {
  /** the user's own on the sheet */
  strokes: readonly PenStroke[];
  sheet: { width: number; height: number };
}

/** The menu of recorded strokes: those that ship, and the user's own by their names. */
export const Recordings = memo(function Recordings({ strokes: mine, sheet }: Props) {
  const [menu, setMenu] = useState<HTMLElement | null>(null);
  const { data: own = [] } = useRecordings();
  const close = () => setMenu(null);
  const pick = (strokes: Strokes, label: string) => {
    close();
    lay(strokes, label, sheet);
  };
  return (
    <>
      <button className="small" aria-haspopup="menu" onClick={(e) => setMenu(e.currentTarget)}>
        recorded strokes
      </button>
      <Menu anchorEl={menu} open={menu !== null} onClose={close} transitionDuration={0}>
        {/* computed once the menu is opened: it takes as long as some frames */}
        {menu !== null &&
          recordings().map(({ name, label, strokes }) => (
            <MenuItem key={name} onClick={() => pick({ ...RECORDING_SIZE, strokes }, label)}>
              {label}
            </MenuItem>
          ))}
        {own.length > 0 && <Divider />}
        {own.map((recording) => (
          <MenuItem key={recording.id} onClick={() => pick(recording.body, recording.name)}>
            <ListItemText>{recording.name}</ListItemText>
            <button
              className="tool"
              aria-label={`Put ${recording.name} away`}
              onClick={(e) => {
                e.stopPropagation();
                close();
                orNotifyError(putAway(recording));
              }}
            >
              <AwayIcon size={13} />
            </button>
          </MenuItem>
        ))}
        {mine.length > 0 && <Divider />}
        {mine.length > 0 && <KeepMine strokes={mine} onDone={close} />}
      </Menu>
    </>
  );
});

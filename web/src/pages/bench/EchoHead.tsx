import { Tooltip } from '@mui/material';
import { useEcho } from '../../bench/echo.ts';
import { useOwnEcho } from '../../bench/own-echo.ts';
import { Dial, RINGS } from '../../parts/Dial.tsx';

const HELP = {
  outline: 'How much the edges of the stroke repeat: bumps, specks, the shape of the tip.',
  inside: 'How much what lies inside repeats: texture, holes, lines, dense patches.',
  grain: 'How much the tile of a grain shows.',
} as const;

/** The echo on top of the sheet, in every stage: the number and its three parts. */
export function EchoHead() {
  const { told, busy, failed } = useEcho();
  const own = useOwnEcho(({ echo }) => echo);
  const note = failed ? 'The echo could not be measured; change something and it is tried again.' : 'measuring …';
  return (
    <div className="dial" aria-busy={busy} data-testid="echo">
      <Dial echo={told} dim={busy} />
      <div>
        <div className="echo-title">
          <h2>Echo</h2>
          {own !== null && (
            <Tooltip title="The echo of the last strokes you drew yourself, as they run and with their own pressure.">
              <span className="own-echo" tabIndex={0}>
                your strokes <b>{Math.round(own)}</b>
              </span>
            </Tooltip>
          )}
        </div>
        {told && !failed ? (
          RINGS.map(({ part, colour }) => (
            <Tooltip key={part} title={HELP[part]} placement="left">
              <div className="echo-part">
                <span>{part}</span>
                <span className="bar">
                  <span style={{ width: `${Math.min(100, told[part])}%`, background: colour }} />
                </span>
                <span>{Math.round(told[part])}</span>
              </div>
            </Tooltip>
          ))
        ) : (
          <span className="note">{note}</span>
        )}
      </div>
    </div>
  );
}

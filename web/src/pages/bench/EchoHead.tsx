import { Tooltip } from '@mui/material';
import { useEcho } from '../../bench/echo.ts';
import { useOwnEcho } from '../../bench/own-echo.ts';
import { Explain } from '../../guide/Explain.tsx';
import { Dial, pairWords, PARTS, strengthColour, type EchoNumbers } from '../../parts/Dial.tsx';

const HELP = {
  outline:
    'How much the outlines of dabs are known again, turned or not: where they stand free, poke out, or carry bumps and specks.',
  inside: 'How much what lies inside repeats: texture, holes, lines, dense patches.',
  grain: 'How much the tile of a grain shows.',
} as const;

function Sum({ what, value }: { what: 'echo' | 'texture'; value: number }) {
  return (
    <h2>
      {what === 'echo' ? 'Echo' : 'Texture'} <b>{Math.round(value)}</b>
      <Explain what={what} />
    </h2>
  );
}

function Part({ part, value }: { part: (typeof PARTS)[number]; value: number }) {
  return (
    <Tooltip title={HELP[part]} placement="left">
      <div className="echo-part">
        <span>{part}</span>
        <span className="bar">
          <span style={{ width: `${Math.min(100, value)}%`, background: strengthColour(value) }} />
        </span>
        <span>{Math.round(value)}</span>
      </div>
    </Tooltip>
  );
}

function Numbers({ told }: { told: EchoNumbers }) {
  return (
    <>
      <div className="echo-title">
        <Sum what="echo" value={told.echo} />
        <Sum what="texture" value={told.texture} />
      </div>
      {PARTS.map((part) => (
        <Part key={part} part={part} value={told[part]} />
      ))}
    </>
  );
}

/** What is measured of the stroke, on top of the sheet, in every stage: its echo with three parts, and its texture. */
export function EchoHead() {
  const { told, busy, failed } = useEcho();
  const own = useOwnEcho(({ pair }) => pair);
  const note = failed || 'measuring …';
  return (
    <div className="dial" aria-busy={busy} data-testid="echo">
      <Dial echo={told} dim={busy} />
      <div>
        {told && !failed ? (
          <Numbers told={told} />
        ) : (
          <>
            <h2>Echo</h2>
            <span className="note">{note}</span>
          </>
        )}
        {own !== null && (
          <Tooltip title="Of the last strokes that you drew yourself, as they run and with their own pressure.">
            <div className="own-echo" tabIndex={0}>
              your strokes: {pairWords(own)}
            </div>
          </Tooltip>
        )}
      </div>
    </div>
  );
}

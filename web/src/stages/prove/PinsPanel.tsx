import type { Bench } from '@amber-stamp/core';
import { Button } from '@mui/material';
import { pinNow, takePin, unpin } from '../../bench/pins.ts';
import { useEcho } from '../../bench/echo.ts';
import { Choices } from '../../parts/Choices.tsx';
import { AwayIcon } from '../../parts/icons.tsx';
import { placeOfPin, useProveEye } from './view.ts';

const pin = () => useProveEye.setState({ pin: pinNow() });

/** Kept states to compare with: which is shown, how, and the way back to it. */
export function PinsPanel({ bench }: { bench: Bench }) {
  const { pin: wanted, how } = useProveEye();
  const echo = useEcho((s) => s.told?.echo);
  const { pins } = bench;
  const shown = placeOfPin(wanted, pins);
  const chosen = pins[shown];
  return (
    <section aria-label="Pins">
      <div className="top">
        <h2>Pins</h2>
      </div>
      {pins.length === 0 && (
        <p className="note" style={{ padding: '0 16px', margin: '0 0 10px' }}>
          Pin the present state, then change rows or steps: both print the same strokes with the same chance, side by
          side. Pins are kept with the brush.
        </p>
      )}
      <ol className="pins">
        {pins.map((one, i) => (
          <li key={i} className={i === shown ? 'on' : ''}>
            <button className="pin" aria-pressed={i === shown} onClick={() => useProveEye.setState({ pin: i })}>
              <b>{one.label}</b>
              <span className="note">{one.echo === null ? 'echo not measured' : `echo ${Math.round(one.echo)}`}</span>
            </button>
            <button className="tool" aria-label={`Take the pin of ${one.label} off`} onClick={() => unpin(i)}>
              <AwayIcon size={13} />
            </button>
          </li>
        ))}
        {pins.length > 0 && (
          <li className="now">
            <span className="pin">
              <b>now</b>
              <span className="note">{echo === undefined ? 'measuring …' : `echo ${Math.round(echo)}`}</span>
            </span>
          </li>
        )}
      </ol>
      <div className="buttons" style={{ padding: '4px 16px 12px' }}>
        <Button variant={pins.length === 0 ? 'contained' : 'outlined'} onClick={pin}>
          {pins.length === 0 ? 'Pin this state' : 'Pin this state too'}
        </Button>
        {chosen && <Button onClick={() => takePin(shown)}>Go on from this pin</Button>}
      </div>
      {chosen && (
        <div className="section">
          <Choices
            label="How the pin is shown"
            value={how}
            options={[
              ['wipe', 'wiped across'],
              ['beside', 'one above the other'],
            ]}
            onChange={(next) => useProveEye.setState({ how: next })}
          />
          <div className="buttons" style={{ marginTop: 10 }}>
            <Button
              variant="contained"
              onPointerDown={() => useProveEye.setState({ blink: true })}
              onPointerUp={() => useProveEye.setState({ blink: false })}
              onPointerLeave={() => useProveEye.setState({ blink: false })}
            >
              Blink
            </Button>
          </div>
          <p className="note" style={{ margin: '8px 0 0' }}>
            Hold B, or press and hold the button: the pin stands in place of the present state.
          </p>
        </div>
      )}
    </section>
  );
}

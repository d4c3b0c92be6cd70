import type { Bench, Pin } from '@amber-stamp/core/bench';
import { Button } from '@mui/material';
import { pinNow, takePin, unpin } from '../../bench/pins.ts';
import { useEcho } from '../../bench/echo.ts';
import { usePinEcho } from '../../bench/pin-echo.ts';
import { pairWords } from '../../parts/Dial.tsx';
import { Choices } from '../../parts/Choices.tsx';
import { AwayIcon } from '../../parts/icons.tsx';
import { placeOfPin, useProveEye } from './view.ts';

const pinHere = () => useProveEye.setState({ pin: pinNow() });

function PinEntry({ pin, place, on }: { pin: Pin; place: number; on: boolean }) {
  const pair = usePinEcho(pin);
  return (
    <li className={on ? 'on' : ''}>
      <button className="pin" aria-pressed={on} onClick={() => useProveEye.setState({ pin: place })}>
        <b>{pin.label}</b>
        <span className="note">{pair ? pairWords(pair) : 'measuring …'}</span>
      </button>
      <button className="tool" aria-label={`Take the pin of ${pin.label} off`} onClick={() => unpin(place)}>
        <AwayIcon size={13} />
      </button>
    </li>
  );
}

/** How the pin is shown beside the present state. */
function PinLook() {
  const how = useProveEye((s) => s.how);
  const blink = (on: boolean) => () => useProveEye.setState({ blink: on });
  return (
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
          onPointerDown={blink(true)}
          onPointerUp={blink(false)}
          onPointerLeave={blink(false)}
        >
          Blink
        </Button>
      </div>
      <p className="note" style={{ margin: '8px 0 0' }}>
        Hold B, or press and hold the button: the pin stands in place of the present state.
      </p>
    </div>
  );
}

/** Kept states to compare with: which is shown, how, and the way back to it. */
export function PinsPanel({ bench }: { bench: Bench }) {
  const { pin: wanted } = useProveEye();
  const told = useEcho((s) => s.told);
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
          <PinEntry key={i} pin={one} place={i} on={i === shown} />
        ))}
        {pins.length > 0 && (
          <li className="now">
            <span className="pin">
              <b>now</b>
              <span className="note">{told ? pairWords(told) : 'measuring …'}</span>
            </span>
          </li>
        )}
      </ol>
      <div className="buttons" style={{ padding: '4px 16px 12px' }}>
        <Button variant={pins.length === 0 ? 'contained' : 'outlined'} onClick={pinHere}>
          {pins.length === 0 ? 'Pin this state' : 'Pin this state too'}
        </Button>
        {chosen && <Button onClick={() => takePin(shown)}>Go on from this pin</Button>}
      </div>
      {chosen && <PinLook />}
    </section>
  );
}

import { GROUNDS, type Bench } from '@amber-stamp/core';
import { Button } from '@mui/material';
import { useHotkeys } from 'react-hotkeys-hook';
import { EVERYWHERE } from '../../parts/keys.ts';
import { change, useBench } from '../../bench/store.ts';
import { Choices } from '../../parts/Choices.tsx';
import { useBlink } from './blink.ts';
import { Cures } from './Cures.tsx';
import { GiveAways } from './GiveAways.tsx';

/** Pins the present state: brush and plates, as they are. */
function pinNow(number: number, edited: boolean): void {
  const label = `version ${number}${edited ? ' and after' : ''}`;
  change(`pinned ${label}`, (draft) => {
    draft.pin = { brush: structuredClone(currentBrush()), plates: structuredClone(currentPlates()), label };
  });
}
const currentBrush = () => (useBench.getState().bench as Bench).brush;
const currentPlates = () => (useBench.getState().bench as Bench).plates;

export function ProveControls({ bench }: { bench: Bench }) {
  const number = useBench((s) => s.standing?.number ?? 0);
  const keep = useBench((s) => s.keep);
  const pin = () => pinNow(number, keep !== 'kept');
  useHotkeys('p', pin, EVERYWHERE);
  useHotkeys('b', () => useBlink.setState({ pinned: true }), { ...EVERYWHERE, keydown: true });
  useHotkeys('b', () => useBlink.setState({ pinned: false }), { ...EVERYWHERE, keyup: true, keydown: false });
  return (
    <>
      <GiveAways bench={bench} />
      <Cures bench={bench} />
      <div className="top">
        <h2>Compare</h2>
      </div>
      <div className="section" style={{ borderTop: 0, paddingTop: 0 }}>
        {bench.pin ? (
          <>
            <div>
              Pinned: <b>{bench.pin.label}</b>
            </div>
            <span className="note">
              Both show the same strokes with the same pressure. Hold B, or press and hold here, to blink.
            </span>
            <div className="buttons">
              <Button
                variant="contained"
                onPointerDown={() => useBlink.setState({ pinned: true })}
                onPointerUp={() => useBlink.setState({ pinned: false })}
                onPointerLeave={() => useBlink.setState({ pinned: false })}
              >
                Blink
              </Button>
              <Button
                onClick={() =>
                  change('took the pinned state', (draft) => {
                    if (draft.pin) Object.assign(draft, { brush: draft.pin.brush, plates: draft.pin.plates });
                  })
                }
              >
                Take it back
              </Button>
              <Button onClick={pin}>Pin anew</Button>
              <Button onClick={() => change('pin taken off', (draft) => void (draft.pin = null))}>
                Take the pin off
              </Button>
            </div>
          </>
        ) : (
          <>
            <span className="note">Pin the present state, change rows or steps, and see both side by side.</span>
            <div className="buttons">
              <Button variant="contained" onClick={pin}>
                Pin this state
              </Button>
            </div>
          </>
        )}
      </div>
      <div className="section">
        <h3>Ground</h3>
        <Choices
          label="Ground under the strokes"
          value={bench.sheet.ground}
          options={GROUNDS.map((g) => [g, g] as const)}
          onChange={(g) => change(`${g} ground`, (draft) => void (draft.sheet.ground = g))}
        />
        <p className="note" style={{ marginBottom: 0 }}>
          Without a colour of its own a brush prints black, and white on black.
        </p>
      </div>
    </>
  );
}

import { Button, LinearProgress } from '@mui/material';
import { useArrival, type Arrival } from '../arrival.ts';
import { PlateView } from '../../parts/PlateView.tsx';

const SAYS: Record<Arrival['phase'], string> = {
  sending: 'being taken in',
  looking: 'being looked at',
  reading: 'pixels being read',
  cutting: 'first plate being cut',
  guessing: 'its settings being guessed',
};

/** The plate is shown so large at most, px of two to one of the screen: a large one painted again with each move of the bar takes a core. */
const WIDE = 640;

const labelOf = ({ name, draft }: Arrival): string =>
  draft ? `A draft of the plate of ${name}` : `The plate of ${name}`;

/** A file on its way in, with how far it is and a way to stop it. */
export function Arriving() {
  const arrival = useArrival((s) => s.arrival);
  if (!arrival) return null;
  const measured = arrival.phase === 'sending' || arrival.phase === 'reading';
  return (
    <div className="arriving" role="status">
      {arrival.plate && <PlateView plate={arrival.plate} label={labelOf(arrival)} most={WIDE} />}
      <div className="l">
        <b>{arrival.name}</b>
        <span className="spacer" />
        {arrival.draft && <span className="note">a draft</span>}
        {measured && <span className="note">{`${Math.round(arrival.share * 100)} %`}</span>}
      </div>
      <LinearProgress
        variant={measured ? 'determinate' : 'indeterminate'}
        value={arrival.share * 100}
        aria-label={`${arrival.name} ${SAYS[arrival.phase]}`}
      />
      <div className="l">
        <span className="note">{SAYS[arrival.phase]}</span>
        <span className="spacer" />
        <Button onClick={arrival.cancel}>Cancel</Button>
      </div>
    </div>
  );
}

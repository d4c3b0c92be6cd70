import { numbersSource } from '@amber-stamp/core/make';
import { Button } from '@mui/material';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { brushFromMade } from '../../bench/arrivals.ts';
import { NumbersFields } from '../../parts/made/NumbersFields.tsx';
import { useMade } from '../../bench/useMade.ts';
import { MakerFrame, notifyFailure } from './Maker.tsx';
import { TipProof } from './TipProof.tsx';

/** A tip from numbers, live. */
export function NumbersMaker() {
  const navigate = useNavigate();
  const [made, setMade] = useState(numbersSource);
  const { tip } = useMade(made);
  const make = async () => {
    const id = await brushFromMade(made);
    if (id) await navigate(`/brush/${id}/vary`);
  };
  return (
    <MakerFrame
      title="A tip from numbers"
      controls={
        <>
          <NumbersFields made={made} onLive={(part) => setMade((m) => ({ ...m, ...part }))} onDone={() => undefined} />
          <Button variant="contained" onClick={() => void make().catch(notifyFailure)}>
            Make a brush of it
          </Button>
        </>
      }
    >
      <TipProof tip={tip} label="The tip" />
      <p className="note">
        512 x 512 px at 16 bit. The numbers stay with the brush: they can be changed under Find. What varies is set on
        the bench.
      </p>
    </MakerFrame>
  );
}

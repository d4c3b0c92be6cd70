import { typeSource } from '@amber-stamp/core/make';
import { Button } from '@mui/material';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { brushFromMade } from '../../bench/arrivals.ts';
import { TypeFields } from '../../parts/made/TypeFields.tsx';
import { useMade } from '../../bench/useMade.ts';
import { MakerFrame, notifyFailure } from './Maker.tsx';
import { TipProof } from './TipProof.tsx';

/** A word or a sign, drawn from its outlines at the plate's own resolution. */
export function TypeMaker() {
  const navigate = useNavigate();
  const [made, setMade] = useState(typeSource);
  const { tip, wrong } = useMade(made);
  const make = async () => {
    const id = await brushFromMade(made);
    if (id) await navigate(`/brush/${id}/vary`);
  };
  return (
    <MakerFrame
      title="Type as a tip"
      controls={
        <>
          <TypeFields made={made} onLive={(part) => setMade((m) => ({ ...m, ...part }))} onDone={() => undefined} />
          {wrong && (
            <div className="warning" role="alert" style={{ margin: 0 }}>
              <b>{wrong}</b>
            </div>
          )}
          <Button variant="contained" disabled={wrong !== ''} onClick={() => void make().catch(notifyFailure)}>
            Make a brush of it
          </Button>
        </>
      }
    >
      <TipProof tip={tip} label="The type" />
      <p className="note">
        The typefaces come with the application. The outlines are filled at 1024 x 1024 px, 16 bit; the text stays with
        the brush and can be changed under Find.
      </p>
    </MakerFrame>
  );
}

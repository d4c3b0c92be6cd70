import { NUMBERS, usualNumbers, type NumbersValues } from '@amber-stamp/core/make';
import { Button } from '@mui/material';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { brushFromMade } from '../../bench/arrivals.ts';
import { ParamField } from '../../parts/ParamField.tsx';
import { maker } from '../../engine/pool.ts';
import { asMade, fileOf, MakerFrame, notifyFailure, useMade } from './Maker.tsx';
import { TipProof } from './TipProof.tsx';

const SHOWN = 512;
const PLATE_SIDE = 512;
const ONLY_STAR = new Set(['points', 'innerPct']);
const ONLY_PATCHED = new Set(['unevenPct', 'seed']);

/** A tip from numbers, live. */
export function NumbersMaker() {
  const navigate = useNavigate();
  const [values, setValues] = useState<NumbersValues>(usualNumbers);
  const { tip } = useMade(() => maker().numbers(values, SHOWN), values);
  const make = async () => {
    const name = `${String(values.shape)} ${values.shape === 'star' ? String(values.points) : 'tip'}.png`;
    const id = await brushFromMade(fileOf(await maker().numbersPng(values, PLATE_SIDE), name), asMade());
    if (id) await navigate(`/brush/${id}/vary`);
  };
  const shown = Object.entries(NUMBERS).filter(
    ([name]) =>
      (values.shape === 'star' || !ONLY_STAR.has(name)) && (Number(values.coveredPct) < 100 || !ONLY_PATCHED.has(name)),
  );
  return (
    <MakerFrame
      title="A tip from numbers"
      controls={
        <>
          {shown.map(([name, param]) => (
            <ParamField
              key={name}
              param={param}
              value={values[name as keyof NumbersValues]}
              onLive={(value) => setValues((v) => ({ ...v, [name]: value }))}
              onDone={() => undefined}
            />
          ))}
          <Button variant="contained" onClick={() => void make().catch(notifyFailure)}>
            Make a brush of it
          </Button>
        </>
      }
    >
      <TipProof tip={tip} label="The tip" />
      <p className="note">
        512 x 512 px at 16 bit. Size, angle and everything else that varies is set on the bench, not here.
      </p>
    </MakerFrame>
  );
}

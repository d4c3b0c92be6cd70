import { Button } from '@mui/material';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { brushFromMade } from '../../bench/arrivals.ts';
import { Choices } from '../../parts/Choices.tsx';
import { TYPEFACES, type TypeOrder } from '../../engine/protocol/make.ts';
import { maker } from '../../engine/pool.ts';
import { asMade, fileOf, MakerFrame, MakerSlider, notifyFailure, useMade } from './Maker.tsx';
import { TipProof } from './TipProof.tsx';

const SHOWN = 512;
const PLATE_SIDE = 1024;
const FACES = Object.entries(TYPEFACES).map(([face, name]) => [face as TypeOrder['face'], name] as const);
const WEIGHTS = [
  ['light', 'light'],
  ['regular', 'regular'],
  ['bold', 'bold'],
] as const;

const SLIDERS = [
  { label: 'Size, %', name: 'sizePct', min: 20, max: 100 },
  { label: 'Tracking, %', name: 'trackingPct', min: -15, max: 60 },
] as const;

interface FieldsProps {
  order: TypeOrder;
  change: (part: Partial<TypeOrder>) => void;
}

const TypeFields = ({ order, change }: FieldsProps) => (
  <>
    <input
      className="underline"
      aria-label="Text"
      style={{ fontSize: 22, width: '100%' }}
      value={order.text}
      maxLength={40}
      onChange={(e) => change({ text: e.target.value })}
    />
    <Choices label="Typeface" value={order.face} options={FACES} onChange={(face) => change({ face })} />
    <Choices label="Weight" value={order.weight} options={WEIGHTS} onChange={(weight) => change({ weight })} />
    {SLIDERS.map(({ name, ...slider }) => (
      <MakerSlider key={name} {...slider} value={order[name]} onChange={(v) => change({ [name]: v })} />
    ))}
  </>
);

/** A word or a sign, drawn from its outlines at the plate's own resolution. */
export function TypeMaker() {
  const navigate = useNavigate();
  const [order, setOrder] = useState<TypeOrder>({
    text: 'Tide',
    face: 'serif',
    weight: 'bold',
    sizePct: 92,
    trackingPct: 0,
  });
  const change = (part: Partial<TypeOrder>) => setOrder((o) => ({ ...o, ...part }));
  const { tip, wrong } = useMade(() => maker().type(order, SHOWN), order);
  const make = async () => {
    const name = `${order.text.trim().replace(/[/\\]/g, ' ')}.png`;
    const id = await brushFromMade(fileOf(await maker().typePng(order, PLATE_SIDE), name), asMade());
    if (id) await navigate(`/brush/${id}/vary`);
  };
  return (
    <MakerFrame
      title="Type as a tip"
      controls={
        <>
          <TypeFields order={order} change={change} />
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
        The typefaces come with the application. The outlines are filled at 1024 x 1024 px, 16 bit.
      </p>
    </MakerFrame>
  );
}

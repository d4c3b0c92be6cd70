import { makeRecipe, makeStep } from '@amber-stamp/core/cut';
import { encodeObj } from '@amber-stamp/core/formats';
import { castMesh, FRONT, shadeHeights, sheetMesh, solidMesh, SOLIDS, type Solid } from '@amber-stamp/core/relief';
import { Button } from '@mui/material';
import { useEffect, useRef } from 'react';
import { useNavigate } from 'react-router';
import { brushFromFile } from '../../bench/arrivals.ts';
import { useChosen } from '../../stages/cut/chosen.ts';
import { MakerFrame, notifyFailure } from './Maker.tsx';

const PICTURE_SIDE = 132;

/** A solid as clay, small enough to be cast at once. */
function Shot({ solid }: { solid: Solid }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const view = { ...FRONT, yawDeg: -24, pitchDeg: 22 };
    const { heights, low, high, side } = castMesh(solidMesh(solid), { view, size: PICTURE_SIDE, padPct: 6, depth: 1 });
    const lit = shadeHeights(heights, undefined, (high - low) / side);
    const pixels = new ImageData(PICTURE_SIDE, PICTURE_SIDE);
    lit.data.forEach((v, i) => pixels.data.set([v * 255, v * 255, v * 255, 255], 4 * i));
    canvas.current?.getContext('2d')?.putImageData(pixels, 0, 0);
  }, [solid]);
  return <canvas ref={canvas} width={PICTURE_SIDE} height={PICTURE_SIDE} aria-hidden />;
}

const file = (bytes: Uint8Array, name: string): File =>
  new File([bytes as Uint8Array<ArrayBuffer>], name, { type: 'model/obj' });

/** A relief made here: flat clay to sculpt, or a solid to bend and to cast. */
export function ClayMaker() {
  const navigate = useNavigate();
  const sculpt = async () => {
    const recipe = makeRecipe([makeStep('plain'), makeStep('sculpt')]);
    const id = await brushFromFile(file(encodeObj(sheetMesh()), 'clay.obj'), recipe);
    if (!id) return;
    await navigate(`/brush/${id}/cut`);
    useChosen.setState({ place: 1 });
  };
  const cast = async (solid: Solid) => {
    const recipe = makeRecipe([makeStep('cast', { pitchDeg: 12 })]);
    const id = await brushFromFile(file(encodeObj(solidMesh(solid)), `${solid}.obj`), recipe);
    if (id) await navigate(`/brush/${id}/find`);
  };
  return (
    <MakerFrame
      title="A relief of clay"
      controls={
        <>
          <p className="note">
            Flat clay is worked on by hand: raised, lowered, smoothed, pulled. Lines first, volumes after.
          </p>
          <Button variant="contained" onClick={() => void sculpt().catch(notifyFailure)}>
            Sculpt flat clay
          </Button>
          <p className="note">
            Or begin with a solid: bend it by a lattice, turn it, and cast it from as many sides as you want tips.
          </p>
        </>
      }
    >
      <div className="starters solids" role="group" aria-label="Solids">
        {SOLIDS.map((solid) => (
          <button key={solid} className="answer" onClick={() => void cast(solid).catch(notifyFailure)}>
            <span className="shot">
              <Shot solid={solid} />
            </span>
            <b>{solid}</b>
            <span>bend it, turn it, cast it</span>
          </button>
        ))}
      </div>
    </MakerFrame>
  );
}

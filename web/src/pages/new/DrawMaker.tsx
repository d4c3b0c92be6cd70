import { makeRecipe, makeStep } from '@amber-stamp/core/cut';
import { asMade, emptySource } from '@amber-stamp/core/make';
import { Button } from '@mui/material';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { brushFromMade } from '../../bench/arrivals.ts';
import { Choices } from '../../parts/Choices.tsx';
import { useChosen } from '../../stages/cut/chosen.ts';
import { MakerFrame, notifyFailure } from './Maker.tsx';

const SIDES = ['256', '512', '1024', '2048'] as const;
const FORMS = [
  ['square', 'square', 1],
  ['strip', 'a strip, 4 to 1', 1 / 4],
  ['long', 'a long strip, 8 to 1', 1 / 8],
] as const;

/** An empty plate that is drawn on with the brushes of the cabinet. */
export function DrawMaker() {
  const navigate = useNavigate();
  const [side, setSide] = useState<(typeof SIDES)[number]>('1024');
  const [form, setForm] = useState<(typeof FORMS)[number][0]>('square');
  const width = Number(side);
  const height = Math.max(16, Math.round(width * (FORMS.find(([name]) => name === form)?.[2] ?? 1)));
  const make = async () => {
    const recipe = makeRecipe([...asMade().steps, makeStep('draw')]);
    // what is drawn on a strip is bent along the path: its ends are those of the stroke
    const id = await brushFromMade(emptySource(width, height), recipe, form === 'square' ? 'tip' : 'band');
    if (!id) return;
    await navigate(`/brush/${id}/cut`);
    useChosen.setState({ place: recipe.steps.length - 1 });
  };
  return (
    <MakerFrame
      title="Draw a tip"
      controls={
        <>
          <p className="note">
            An empty plate, and every brush of the cabinet to draw on it with. Each stroke keeps its brush, its size and
            its path, and can be changed afterwards.
          </p>
          <span className="note">Longer side, px</span>
          <Choices label="Longer side" value={side} options={SIDES.map((px) => [px, px] as const)} onChange={setSide} />
          <span className="note">Form</span>
          <Choices
            label="Form"
            value={form}
            options={FORMS.map(([name, words]) => [name, words] as const)}
            onChange={setForm}
          />
          <Button variant="contained" onClick={() => void make().catch(notifyFailure)}>
            Draw on an empty plate
          </Button>
          <p className="note">
            Your own strokes on a wide sheet become a drawn tip too: widen the sheet, draw, and take them over.
          </p>
        </>
      }
    >
      <div className="empty-plate" style={{ aspectRatio: `${width} / ${height}` }} aria-hidden />
      <p className="note">
        {width} x {height} px, 16 bit. What is dark here prints.
      </p>
    </MakerFrame>
  );
}

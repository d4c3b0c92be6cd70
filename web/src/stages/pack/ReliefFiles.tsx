import type { Bench } from '@amber-stamp/core/bench';
import { choiceParam, numberParam, type Param, type ParamValue } from '@amber-stamp/core/cut';
import { fileName } from '@amber-stamp/core/formats';
import { plateTitle } from '@amber-stamp/core/raster';
import { GREENS } from '@amber-stamp/core/relief';
import type { ReliefForm, ReliefWish } from '@amber-stamp/core/relief-file';
import { Button } from '@mui/material';
import { useState } from 'react';
import { presentPlate } from '../../bench/edit.ts';
import { usePlates } from '../../bench/plates.ts';
import { Choices } from '../../parts/Choices.tsx';
import { coded } from '../../parts/coded.ts';
import { notifyError } from '../../parts/messages.tsx';
import { ParamField } from '../../parts/ParamField.tsx';
import { saveFile } from '../../parts/save.ts';
import { filer } from '../../engine/pool.ts';

const FORMS: Readonly<Record<ReliefForm, readonly [label: string, ending: string, note: string]>> = {
  exr: ['OpenEXR', '.exr', 'Floats or halves, ZIP without loss.'],
  tiff: ['TIFF', '.tif', '32-bit floats, not compressed.'],
  png: [
    'PNG',
    '.png',
    '16 bit; where heights lie outside 0..1 all are spread over it, and a note in the file says how.',
  ],
  displacement: [
    'displacement',
    '-displacement.exr',
    'OpenEXR; R, G, B move to the right, up and out, in shares of the side: what hangs over stays.',
  ],
  normals: ['normal map', '-normals.png', '8 bit in three colours.'],
};
const ORDER = ['exr', 'tiff', 'png', 'displacement', 'normals'] as const;

const BASE = choiceParam('Base plane', ['at 0', 'in the middle'], 'at 0', 'In the middle, half gray changes nothing.');
const FORMAT = choiceParam('Values', ['float', 'half'], 'float', 'Floats keep every value; halves take half the room.');
const GREEN = choiceParam('Green points', GREENS, 'up', 'Up for right-handed, down for left-handed programs.');
const STRENGTH = numberParam('Strength', '%', [5, 400, 5], 100, 'How steep the slopes count.');

const notifyFailure = (cause: unknown): void => notifyError(coded(cause, 'The file could not be made. Try again.'));

/** The relief that is in print, in the form that another program wants. */
export function ReliefFiles({ bench }: { bench: Bench }) {
  const { name } = presentPlate(bench);
  const ready = usePlates((s) => s.ready[name]);
  const [wish, setWish] = useState<ReliefWish>({
    form: 'exr',
    base: '0',
    format: 'float',
    green: 'up',
    strengthPct: 100,
  });
  const field = (param: Param, value: ParamValue, take: (v: ParamValue) => Partial<ReliefWish>) => (
    <ParamField
      param={param}
      value={value}
      onLive={(v) => setWish((w) => ({ ...w, ...take(v) }))}
      onDone={() => undefined}
    />
  );
  const save = async () => {
    if (!ready) return;
    const bytes = await filer.relief(ready.plate, wish);
    saveFile(`${fileName(plateTitle(name))}${FORMS[wish.form][1]}`, bytes as Uint8Array<ArrayBuffer>, 'image/*');
  };
  return (
    <div className="section asked">
      <h3>The relief</h3>
      <Choices
        label="Form of the relief"
        value={wish.form}
        options={ORDER.map((form) => [form, FORMS[form][0]] as const)}
        onChange={(form) => setWish((w) => ({ ...w, form }))}
      />
      <span className="note">{FORMS[wish.form][2]}</span>
      {(wish.form === 'exr' || wish.form === 'displacement') &&
        field(FORMAT, wish.format, (v) => ({ format: v === 'half' ? 'half' : 'float' }))}
      {wish.form === 'displacement' ? null : wish.form === 'normals' ? (
        <>
          {field(GREEN, wish.green, (v) => ({ green: v === 'down' ? 'down' : 'up' }))}
          {field(STRENGTH, wish.strengthPct, (v) => ({ strengthPct: Number(v) }))}
        </>
      ) : (
        field(BASE, wish.base === 'mid' ? 'in the middle' : 'at 0', (v) => ({ base: v === 'at 0' ? '0' : 'mid' }))
      )}
      <div className="buttons">
        <Button disabled={!ready} onClick={() => void save().catch(notifyFailure)}>
          Save the relief
        </Button>
      </div>
    </div>
  );
}

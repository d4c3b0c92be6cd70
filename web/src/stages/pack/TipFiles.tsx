import type { Bench } from '@amber-stamp/core/bench';
import { numberParam, type Param } from '@amber-stamp/core/cut';
import {
  describeSprites,
  encodeTip,
  fileName,
  packSprites,
  PLAIN_TIP,
  tipEnding,
  type SpriteWish,
  type TipForm,
} from '@amber-stamp/core/formats';
import { plateTitle, type Plate } from '@amber-stamp/core/raster';
import { Button, Switch } from '@mui/material';
import { useState } from 'react';
import { presentPlate } from '../../bench/edit.ts';
import { usePlates } from '../../bench/plates.ts';
import { Choices } from '../../parts/Choices.tsx';
import { coded } from '../../parts/coded.ts';
import { notifyError } from '../../parts/messages.tsx';
import { ParamField } from '../../parts/ParamField.tsx';
import { saveFile } from '../../parts/save.ts';

const PADDING = numberParam('Padding', 'px', [0, 64, 1], 2, 'Blank between two tips.');
const BLEED = numberParam('Bleed', 'px', [0, 32, 1], 0, 'The outermost pixels of each tip repeated around it.');

/** The tips of every deck that are cut, each once. */
function tipsOf(bench: Bench): { name: string; plate: Plate }[] {
  const { ready } = usePlates.getState();
  const names = new Set(bench.brush.coats.flatMap(({ deck }) => deck.cards.map(({ plate }) => plate)));
  return [...names].flatMap((name) => (ready[name] ? [{ name: plateTitle(name), plate: ready[name].plate }] : []));
}

const png = (name: string, plate: Plate, form: TipForm): void =>
  saveFile(`${name}${tipEnding(form)}`, encodeTip(plate, form) as Uint8Array<ArrayBuffer>, 'image/png');

function saveSprites(bench: Bench, form: TipForm, wish: SpriteWish): void {
  const name = `${fileName(bench.brush.name)}-sprites`;
  const packed = packSprites(tipsOf(bench), wish);
  const told = describeSprites(`${name}${tipEnding(form)}`, packed, form, wish);
  png(name, packed.sheet, form);
  saveFile(`${name}.json`, `${JSON.stringify(told, null, 2)}\n`, 'application/json');
}

/** Does something that may be refused, and tells that. */
function orTell(work: () => void): void {
  try {
    work();
  } catch (cause) {
    notifyError(coded(cause, 'The file could not be made. Try again.'));
  }
}

interface FormProps {
  form: TipForm;
  onChange: (form: TipForm) => void;
}

const FormChoice = ({ form, onChange }: FormProps) => (
  <>
    <Choices
      label="Bits of a tip"
      value={String(form.bits)}
      options={[
        ['16', '16 bit'],
        ['8', '8 bit'],
      ]}
      onChange={(bits) => onChange({ ...form, bits: bits === '8' ? 8 : 16 })}
    />
    <label style={{ display: 'flex', gap: 9, alignItems: 'center' }}>
      <Switch checked={form.blackPrints} onChange={(_, blackPrints) => onChange({ ...form, blackPrints })} />
      black prints, as much of the field has it; the file says so
    </label>
  </>
);

/** The tips as files for other programs: the one in print, every one of the decks, all of them on one sheet. */
export function TipFiles({ bench }: { bench: Bench }) {
  const [form, setForm] = useState(PLAIN_TIP);
  const [wish, setWish] = useState<SpriteWish>({ padding: 2, bleed: 0 });
  const { name } = presentPlate(bench);
  const ready = usePlates((s) => s.ready);
  const count = new Set(bench.brush.coats.flatMap(({ deck }) => deck.cards.map(({ plate }) => plate))).size;
  const field = (param: Param, of: keyof SpriteWish) => (
    <ParamField
      param={param}
      value={wish[of]}
      onLive={(v) => setWish((w) => ({ ...w, [of]: Number(v) }))}
      onDone={() => undefined}
    />
  );
  const saveOne = () => {
    const tip = ready[name];
    if (tip) png(plateTitle(name), tip.plate, form);
  };
  return (
    <div className="section" style={{ display: 'grid', gap: 8 }}>
      <h3>{count === 1 ? 'The tip' : 'The tips'}</h3>
      <span className="note">Plates as grayscale PNG. At 16 bit the numbers are exactly as they are.</span>
      <FormChoice form={form} onChange={setForm} />
      <div className="buttons">
        <Button onClick={() => orTell(saveOne)}>Save the tip</Button>
        {count > 1 && (
          <Button onClick={() => orTell(() => tipsOf(bench).forEach((tip) => png(tip.name, tip.plate, form)))}>
            All {count} tips
          </Button>
        )}
      </div>
      <span className="note">Or all on one sprite sheet, with a JSON file of frames, pivots and scale.</span>
      {field(PADDING, 'padding')}
      {field(BLEED, 'bleed')}
      <div className="buttons">
        <Button onClick={() => orTell(() => saveSprites(bench, form, wish))}>Save a sprite sheet</Button>
      </div>
    </div>
  );
}

import type { Param, ParamValue } from '@amber-stamp/core/cut';
import { MenuItem, Select, Slider, Switch, Tooltip } from '@mui/material';
import type { ReactNode } from 'react';
import { ColourInput } from './ColourInput.tsx';
import { Choices } from './Choices.tsx';
import { NumberField } from './NumberField.tsx';

type Kind<K extends Param['kind']> = Extract<Param, { kind: K }>;
export interface FieldProps<P = Param> {
  param: P;
  value: ParamValue;
  /** while the hand moves */
  onLive: (value: ParamValue) => void;
  /** once it rests; `told` is what it became, in a word, where there is one */
  onDone: (told: string) => void;
}

/** A setting that is changed in one event. */
function atOnce({ onLive, onDone }: FieldProps, value: ParamValue, told: string): void {
  onLive(value);
  onDone(told);
}

const Named = ({ param, children }: { param: Param; children: ReactNode }) => (
  <div className="param wide">
    <Tooltip title={param.help} placement="left">
      <span className="note">{param.label}</span>
    </Tooltip>
    {children}
  </div>
);

/** An option as people read it. */
const wordOf = ({ words }: Kind<'choice'>, option: string): string => words?.[option] ?? option;

function ChoiceParam(props: FieldProps<Kind<'choice'>>) {
  const { param, value } = props;
  return (
    <Named param={param}>
      {param.options.length > 6 ? (
        <Select
          variant="standard"
          value={String(value)}
          slotProps={{ input: { 'aria-label': param.label } }}
          onChange={(e) => atOnce(props, e.target.value, wordOf(param, e.target.value))}
        >
          {param.options.map((o) => (
            <MenuItem key={o} value={o}>
              {wordOf(param, o)}
            </MenuItem>
          ))}
        </Select>
      ) : (
        <Choices
          label={param.label}
          value={String(value)}
          options={param.options.map((o) => [o, wordOf(param, o)] as const)}
          onChange={(v) => atOnce(props, v, wordOf(param, v))}
        />
      )}
    </Named>
  );
}

const FlagParam = (props: FieldProps<Kind<'flag'>>) => (
  <Named param={props.param}>
    <Switch
      checked={Boolean(props.value)}
      slotProps={{ input: { 'aria-label': props.param.label } }}
      onChange={(_, on) => atOnce(props, on, on ? 'on' : 'off')}
    />
  </Named>
);

/** The browser's own way to take a colour from anything that it shows, where it has one. */
const dropper = (window as { EyeDropper?: new () => { open: () => Promise<{ sRGBHex: string }> } }).EyeDropper;

async function takeColour(props: FieldProps): Promise<void> {
  if (!dropper) return;
  try {
    const { sRGBHex } = await new dropper().open();
    atOnce(props, sRGBHex, sRGBHex);
  } catch {
    // left with Escape: the colour stays as it was
  }
}

const ColourParam = (props: FieldProps<Kind<'colour'>>) => (
  <Named param={props.param}>
    <span style={{ display: 'flex', gap: 10, alignItems: 'center' }}>
      <ColourInput
        label={props.param.label}
        value={String(props.value)}
        onLive={(colour) => props.onLive(colour)}
        onDone={() => props.onDone('')}
      />
      {dropper && (
        <button className="small" onClick={() => void takeColour(props)}>
          take it from the picture
        </button>
      )}
    </span>
  </Named>
);

function NumberParam({ param, value, onLive, onDone }: FieldProps<Kind<'number'>>) {
  const { label } = param;
  const typedField = (
    <NumberField
      label={`${label} value`}
      value={Number(value)}
      limits={param}
      onEnter={(v) => {
        onLive(v);
        onDone(String(v));
      }}
    />
  );
  if (param.typed)
    return (
      <div className="param">
        <Tooltip title={param.help} placement="left">
          <span className="note">{label}</span>
        </Tooltip>
        <span />
        {typedField}
      </div>
    );
  const [min, max] = param.reach ?? [param.min, param.max];
  // wide ranges get their room where the small values are
  const root = min >= 0 && max - min > 400;
  const toSlider = (v: number) => (root ? Math.sqrt((v - min) / (max - min)) * 1000 : v);
  const fromSlider = (v: number) => (root ? Math.round(min + (v / 1000) ** 2 * (max - min)) : v);
  return (
    <div className="param">
      <Tooltip title={param.help} placement="left">
        <span className="note">
          {label}
          {param.unit && `, ${param.unit}`}
        </span>
      </Tooltip>
      <Slider
        size="small"
        value={toSlider(Math.max(min, Math.min(max, Number(value))))}
        min={root ? 0 : min}
        max={root ? 1000 : max}
        step={root ? 1 : param.step}
        aria-label={label}
        scale={fromSlider}
        onChange={(_, v) => onLive(fromSlider(v))}
        onChangeCommitted={() => onDone('')}
      />
      {typedField}
    </div>
  );
}

/** One setting, made from the table that it stands in; settings that are drawn have controls of their own. */
export function ParamField(props: FieldProps) {
  const { param } = props;
  switch (param.kind) {
    case 'number':
      return <NumberParam {...props} param={param} />;
    case 'choice':
      return <ChoiceParam {...props} param={param} />;
    case 'flag':
      return <FlagParam {...props} param={param} />;
    case 'colour':
      return <ColourParam {...props} param={param} />;
    case 'source':
    case 'brush':
    case 'rows':
    case 'strokes':
      return null;
  }
}

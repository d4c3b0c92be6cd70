import { type Param, type ParamValue } from '@amber-stamp/core';
import { Slider, Switch, Tooltip } from '@mui/material';
import { useState } from 'react';
import { settle } from '../../bench/store.ts';
import { Choices } from '../../parts/Choices.tsx';
import { setParam } from './steps.ts';

interface Props {
  place: number;
  step: string;
  name: string;
  param: Param;
  value: ParamValue;
}

/** A number that can be typed; what cannot be read leaves it as it was. */
function NumberField({ label, value, onEnter }: { label: string; value: number; onEnter: (v: number) => void }) {
  const [draft, setDraft] = useState<string | null>(null);
  const finish = () => {
    const next = Number.parseFloat((draft ?? '').replace(',', '.'));
    if (Number.isFinite(next)) onEnter(next);
    setDraft(null);
  };
  return (
    <input
      className="field"
      aria-label={`${label} value`}
      value={draft ?? String(Math.round(value * 1000) / 1000)}
      onFocus={(e) => e.target.select()}
      onChange={(e) => setDraft(e.target.value)}
      onBlur={finish}
      onKeyDown={(e) => {
        if (e.key === 'Enter') e.currentTarget.blur();
      }}
    />
  );
}

/** One setting of a step, made from the table of steps. */
export function ParamControl({ place, step, name, param, value }: Props) {
  const label = param.label;
  if (param.kind === 'choice')
    return (
      <div className="param" style={{ gridTemplateColumns: '92px 1fr' }}>
        <span className="note">{label}</span>
        <Choices
          label={label}
          value={String(value)}
          options={param.options.map((o) => [o, o] as const)}
          onChange={(v) => {
            setParam(place, name, v);
            settle(`${step}: ${label.toLowerCase()} ${v}`);
          }}
        />
      </div>
    );
  if (param.kind === 'flag')
    return (
      <div className="param" style={{ gridTemplateColumns: '92px 1fr' }}>
        <span className="note">{label}</span>
        <Switch
          checked={Boolean(value)}
          slotProps={{ input: { 'aria-label': label } }}
          onChange={(_, on) => {
            setParam(place, name, on);
            settle(`${step}: ${label.toLowerCase()} ${on ? 'on' : 'off'}`);
          }}
        />
      </div>
    );
  const clamp = (v: number) => Math.max(param.min, Math.min(param.max, v));
  // wide ranges get their room where the small values are
  const root = param.max - param.min > 400;
  const toSlider = (v: number) => (root ? Math.sqrt((v - param.min) / (param.max - param.min)) * 1000 : v);
  const fromSlider = (v: number) => (root ? Math.round(param.min + (v / 1000) ** 2 * (param.max - param.min)) : v);
  return (
    <div className="param">
      <Tooltip title={param.help} placement="left">
        <span className="note">
          {label}, {param.unit}
        </span>
      </Tooltip>
      <Slider
        size="small"
        value={toSlider(Number(value))}
        min={root ? 0 : param.min}
        max={root ? 1000 : param.max}
        step={root ? 1 : param.step}
        aria-label={label}
        scale={fromSlider}
        onChange={(_, v) => setParam(place, name, fromSlider(v))}
        onChangeCommitted={() => settle(`${step}: ${label.toLowerCase()}`)}
      />
      <NumberField
        label={label}
        value={Number(value)}
        onEnter={(v) => {
          setParam(place, name, clamp(v));
          settle(`${step}: ${label.toLowerCase()} ${clamp(v)}`);
        }}
      />
    </div>
  );
}

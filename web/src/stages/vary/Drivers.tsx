import { STRAIGHT } from '@amber-stamp/core/maths';
import {
  DRIVERS,
  driverSchema,
  limitsOf,
  SPREADS,
  type Driver,
  type DriverName,
  type Limits,
  type Property,
} from '@amber-stamp/core/model';
import { Menu, MenuItem, Select, Slider } from '@mui/material';
import { useState } from 'react';
import { editProperty } from '../../bench/edit.ts';
import { settle } from '../../bench/store.ts';
import { AwayIcon } from '../../parts/icons.tsx';
import { CurveEditor } from './CurveEditor.tsx';
import { DRIVER_WORDS } from './driver-words.ts';
import { endsOf, setEnds, type RowDefinition } from './rows.ts';
import { settleSoon } from '../../bench/settle-soon.ts';
import { NumberField } from '../../parts/NumberField.tsx';

const LENGTH_PX = limitsOf(driverSchema.fields.lengthPx);
const DRIFT = limitsOf(driverSchema.fields.length);
const MEMORY = limitsOf(driverSchema.fields.memory);
const SPREAD_WORDS = {
  even: 'spread evenly',
  centred: 'most near the middle',
  drifting: 'wandering slowly',
  apart: 'apart from the last',
} as const;

/** Adds a driver; where both ends were equal they are pulled apart, never down to nothing. */
export function addDriver(row: RowDefinition, label: string, by: DriverName): void {
  editProperty(row.name, (p) => {
    p.drivers.push({ by, share: p.drivers.length === 0 ? 1 : 0.5, curve: STRAIGHT });
    const [low, high] = endsOf(row.name, p);
    if (low === high) {
      if (p.low === p.high && row.apart[0] >= 0) setEnds(row.name, p, (high * row.apart[0]) / 100, high);
      else setEnds(row.name, p, high + row.apart[0], high + row.apart[1]);
    }
  });
  settle(`${label} by ${by}`);
}

export function AddDriver({
  row,
  label,
  drivers,
  className,
}: {
  row: RowDefinition;
  label: string;
  drivers: readonly Driver[];
  className: string;
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const open = DRIVERS.filter((by) => !drivers.some((d) => d.by === by));
  if (open.length === 0) return null;
  return (
    <>
      <button
        className={className}
        onClick={(e) => setAnchor(e.currentTarget)}
        aria-haspopup="menu"
        aria-label={`Add a driver to ${label}`}
      >
        {drivers.length === 0 ? 'steady' : '+ add a driver'}
      </button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {open.map((by) => (
          <MenuItem
            key={by}
            onClick={() => {
              setAnchor(null);
              addDriver(row, label, by);
            }}
          >
            moved by {DRIVER_WORDS[by].by}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}

interface DriverProps {
  row: RowDefinition;
  label: string;
  driver: Driver;
  index: number;
  /** percent; null where it is the only driver, which counts fully */
  share: number | null;
  chosen: boolean;
  onChoose: () => void;
}

function OneDriver({ row, label, driver, index, share, chosen, onChoose }: DriverProps) {
  const edit = (change: (d: Driver) => void) => editProperty(row.name, (p) => change(p.drivers[index]));
  return (
    <div className="driver">
      <div className="who">
        <button className="plain" onClick={onChoose} aria-pressed={chosen}>
          <b style={chosen ? { color: 'var(--amber)' } : undefined}>{driver.by}</b>
        </button>
        <span className="spacer" />
        {share !== null && `${share} %`}
        <button
          className="tool"
          aria-label={`Take ${driver.by} off ${label}`}
          onClick={() => {
            editProperty(row.name, (p) => {
              p.drivers.splice(index, 1);
              // the only one there is counts fully
              if (p.drivers.length === 1) p.drivers[0].share = 1;
            });
            settle(`${label} no longer by ${driver.by}`);
          }}
        >
          <AwayIcon size={13} />
        </button>
      </div>
      {share !== null && (
        <Slider
          size="small"
          value={Math.round(driver.share * 100)}
          min={0}
          max={100}
          aria-label={`Share of ${driver.by} in ${label}`}
          onChange={(_, v) => edit((d) => void (d.share = v / 100))}
          onChangeCommitted={() => settle(`${label}: share of ${driver.by}`)}
        />
      )}
      {driver.by === 'chance' && <Spreads label={label} driver={driver} edit={edit} />}
      {driver.by === 'cycle' && (
        <Amount
          label={`Length of the cycle in ${label}`}
          unit="px"
          limits={LENGTH_PX}
          value={driver.lengthPx ?? 400}
          edit={(v) => edit((d) => void (d.lengthPx = v))}
          told={`${label}: length of the cycle`}
        />
      )}
    </div>
  );
}

interface AmountProps {
  label: string;
  unit: string;
  limits: Limits;
  value: number;
  edit: (value: number) => void;
  /** what the gesture is told as */
  told: string;
}

/** A number that is typed. */
const Amount = ({ label, unit, limits, value, edit, told }: AmountProps) => (
  <span className="note amount">
    <NumberField
      label={label}
      className="underline"
      limits={limits}
      value={value}
      onEnter={(v) => {
        edit(v);
        settle(told);
      }}
    />{' '}
    {unit}
  </span>
);

/** How chance is spread, over how many dabs, and whether each dab draws anew or each stroke. */
function Spreads({ label, driver, edit }: { label: string; driver: Driver; edit: (c: (d: Driver) => void) => void }) {
  const spread = driver.spread ?? 'even';
  return (
    <>
      <Select
        variant="standard"
        value={spread}
        slotProps={{ input: { 'aria-label': `Spread of chance in ${label}` } }}
        onChange={(e) => {
          edit((d) => void (d.spread = e.target.value));
          settle(`${label}: chance ${SPREAD_WORDS[e.target.value]}`);
        }}
      >
        {SPREADS.map((s) => (
          <MenuItem key={s} value={s}>
            {SPREAD_WORDS[s]}
          </MenuItem>
        ))}
      </Select>
      {spread === 'drifting' && (
        <Amount
          label={`Length of drifting in ${label}`}
          unit="dabs from one turn to the next"
          limits={DRIFT}
          value={driver.length ?? 12}
          edit={(v) => edit((d) => void (d.length = v))}
          told={`${label}: length of drifting`}
        />
      )}
      {spread === 'apart' && (
        <Amount
          label={`Memory of chance in ${label}`}
          unit="values"
          limits={MEMORY}
          value={driver.memory ?? 3}
          edit={(v) => edit((d) => void (d.memory = Math.round(v)))}
          told={`${label}: memory of chance`}
        />
      )}
      <button
        className="small"
        onClick={() => {
          edit((d) => void (d.per = d.per === 'stroke' ? 'dab' : 'stroke'));
          settle(`${label}: chance for each ${driver.per === 'stroke' ? 'dab' : 'stroke'}`);
        }}
      >
        drawn for each {driver.per ?? 'dab'}
      </button>
    </>
  );
}

/** The inside of an open row: the curve of the chosen driver, and the share of each. */
export function Drivers({ row, label, property }: { row: RowDefinition; label: string; property: Property }) {
  const [wanted, setChosen] = useState(0);
  const { drivers } = property;
  const chosen = Math.min(wanted, drivers.length - 1);
  const total = drivers.reduce((sum, d) => sum + d.share, 0) || 1;
  const { name } = row;
  if (drivers.length === 0)
    return (
      <p className="note" style={{ margin: '6px 0 0' }}>
        Nothing moves it: it rests at its value.{' '}
        <AddDriver row={row} label={label} drivers={drivers} className="link" />
      </p>
    );
  return (
    <div className="inside">
      <CurveEditor
        label={`Curve of ${drivers[chosen].by} in ${label}`}
        curve={drivers[chosen].curve}
        onChange={(curve) => editProperty(name, (p) => void (p.drivers[chosen].curve = curve))}
        onSettle={() => settle(`${label}: curve of ${drivers[chosen].by}`)}
        onNudge={() => settleSoon(`${label}: curve of ${drivers[chosen].by}`)}
      />
      <div>
        {drivers.map((driver, i) => (
          <OneDriver
            key={i}
            row={row}
            label={label}
            driver={driver}
            index={i}
            share={drivers.length > 1 ? Math.round((driver.share / total) * 100) : null}
            chosen={i === chosen}
            onChoose={() => setChosen(i)}
          />
        ))}
        <AddDriver row={row} label={label} drivers={drivers} className="plain note-add" />
      </div>
    </div>
  );
}

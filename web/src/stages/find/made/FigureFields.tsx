import type { Param, ParamValue } from '@amber-stamp/core/cut';
import type { Figure, RowPath } from '@amber-stamp/core/make';
import type { ReactNode } from 'react';
import { settle } from '../../../bench/store.ts';
import { ParamField } from '../../../parts/ParamField.tsx';
import { CurveEditor } from '../../vary/CurveEditor.tsx';
import { COPIES, CURVES, FORM, INK, PLACE, type FigureSetting } from './figure-settings.ts';
import { editRow, rowName } from './figures.ts';

interface Props {
  row: Figure;
  path: RowPath;
}

const Part = ({ title, children }: { title: string; children: ReactNode }) => (
  <div className="section">
    <h3>{title}</h3>
    {children}
  </div>
);

/** A curve that begins even, for an outline that is as thick everywhere. */
const EVEN = [
  [0, 100],
  [100, 100],
];

/** Settings of a row from a table, each where it has an effect. */
function Settings({ row, path, of }: Props & { of: readonly FigureSetting[] }) {
  return of
    .filter(({ when }) => !when || when(row))
    .map(({ name, param }) => (
      <ParamField
        key={name}
        param={param}
        value={row[name] as ParamValue}
        onLive={(value) => editRow(path, (draft) => void Object.assign(draft, { [name]: value }))}
        onDone={(told) => settle(toldOf(row, param, told))}
      />
    ));
}

const toldOf = (row: Figure, param: Param, told: string): string =>
  `${rowName(row)}: ${param.label.toLowerCase()} ${told}`.trim();

const Curves = ({ row, path }: Props) =>
  CURVES.filter(({ when }) => when(row)).map(({ name, label }) => {
    const points = row[name].length > 0 ? row[name] : EVEN;
    return (
      <div key={name} style={{ display: 'grid', gap: 4, justifyItems: 'start' }}>
        <span className="note">{label}</span>
        <CurveEditor
          label={label}
          curve={points.map(([x, y]) => [x / 100, y / 100] as const)}
          onChange={(curve) =>
            editRow(path, (draft) => {
              draft[name] = curve.map(([x, y]) => [x * 100, y * 100]);
            })
          }
          onSettle={() => settle(`${rowName(row)}: ${label.toLowerCase()}`)}
          onNudge={() => settle(`${rowName(row)}: ${label.toLowerCase()}`)}
        />
      </div>
    );
  });

const CopyFields = ({ row, path }: Props) =>
  COPIES.filter(({ when }) => !when || when(row.copies)).map(({ name, param }) => (
    <ParamField
      key={name}
      param={param}
      value={row.copies[name]}
      onLive={(value) => editRow(path, ({ copies }) => void Object.assign(copies, { [name]: value }))}
      onDone={(told) => settle(toldOf(row, param, told))}
    />
  ));

/** Everything that one row of a drawing is set by. */
export function FigureFields({ row, path }: Props) {
  const shown = (of: readonly FigureSetting[]) => of.some(({ when }) => !when || when(row));
  return (
    <>
      <Part title={rowName(row)}>
        <Settings row={row} path={path} of={PLACE} />
      </Part>
      {shown(FORM) && (
        <Part title="Form">
          <Settings row={row} path={path} of={FORM} />
        </Part>
      )}
      <Part title="How it prints">
        <Settings row={row} path={path} of={INK} />
        <Curves row={row} path={path} />
      </Part>
      <Part title="Copies">
        <CopyFields row={row} path={path} />
      </Part>
    </>
  );
}

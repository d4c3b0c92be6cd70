import type { Figure } from '@amber-stamp/core/make';
import { Circle } from 'react-konva';
import { settle } from '../../../bench/store.ts';
import { PEG } from '../../cut/handles/shared.ts';
import { rowName } from './figures.ts';

interface PegProps {
  at: readonly [number, number];
  label: string;
  row: Figure;
  onDrag: (x: number, y: number, event: MouseEvent) => void;
}

/** A peg of a figure, named by what dragging it does. */
export const Peg = ({ at: [x, y], label, row, onDrag }: PegProps) => (
  <Circle
    {...PEG}
    name={label}
    x={x}
    y={y}
    onDragMove={(e) => onDrag(e.target.x(), e.target.y(), e.evt)}
    onDragEnd={() => settle(`${rowName(row)}: ${label}`)}
  />
);

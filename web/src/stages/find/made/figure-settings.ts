import { choiceParam, type Param } from '@amber-stamp/core/cut';
import {
  copiesFields,
  COPY_WAYS,
  figureFields,
  FILLS,
  MEETINGS,
  type Copies,
  type Figure,
} from '@amber-stamp/core/make';
import { settingOf } from '../../../parts/setting-of.ts';

/** A setting of a figure: where it counts, and how it is asked for. */
export interface FigureSetting {
  name: keyof Figure;
  param: Param;
  /** where it has an effect; missing: everywhere */
  when?: (row: Figure) => boolean;
}

const isGroup = (row: Figure): boolean => row.what === 'group';
const isFigure = (row: Figure): boolean => !isGroup(row);
const isLine = (row: Figure): boolean => row.line > 0 || (row.what === 'path' && !row.closed);
const of = figureFields;

const number = (
  name: keyof Figure & keyof typeof figureFields,
  words: readonly [label: string, unit: string, help: string],
  when?: FigureSetting['when'],
  reach?: [number, number],
): FigureSetting => ({ name, param: settingOf(of[name], ...words, reach), when });

export const PLACE: readonly FigureSetting[] = [
  number('x', ['Across', '%', 'From the middle, in percent of the longer side.'], undefined, [-60, 60]),
  number('y', ['Down', '%', 'From the middle, in percent of the longer side.'], undefined, [-60, 60]),
  number('width', ['Width', '%', 'In percent of the longer side.'], isFigure, [0, 120]),
  number('height', ['Height', '%', 'In percent of the longer side.'], isFigure, [0, 120]),
  number('scale', ['Size', '%', 'Of everything in the group.'], isGroup, [5, 300]),
  number('turn', ['Turn', '°', 'Clockwise.'], undefined, [-180, 180]),
];

export const FORM: readonly FigureSetting[] = [
  number('corners', ['Corners', '', 'Of the polygon, or points of the star.'], (row) => row.what === 'polygon'),
  number(
    'star',
    ['Star', '%', 'How deep it goes in between its points; 0 is a polygon.'],
    (row) => row.what === 'polygon',
  ),
  number(
    'rounding',
    ['Rounding', '%', 'How far its corners are rounded.'],
    (row) => row.what === 'polygon' || row.what === 'rectangle',
  ),
  {
    name: 'closed',
    param: { kind: 'flag', label: 'Closed', default: false, help: 'Its end comes back to its beginning.' },
    when: (row) => row.what === 'path',
  },
  number('line', ['Line', '%', 'Thickness of its outline; 0 fills it.'], isFigure, [0, 30]),
  number('soft', ['Softness', '%', 'Over how much of the longer side its edge runs out.'], isFigure, [0, 40]),
];

export const INK: readonly FigureSetting[] = [
  {
    name: 'meets',
    param: choiceParam(
      'Meets what lies below',
      [...MEETINGS],
      'over',
      'How it prints on the rows below it; cut takes away.',
    ),
  },
  { name: 'fill', param: choiceParam('Filled', [...FILLS], 'plain', 'Evenly, or by a gradient.'), when: isFigure },
  number('value', ['Value', '%', 'How much it prints.'], (row) => isFigure(row) && row.fill === 'plain'),
  number(
    'fillTurn',
    ['Gradient turned', '°', 'Clockwise from left to right.'],
    (row) => isFigure(row) && row.fill === 'linear',
    [-180, 180],
  ),
];

/** Settings that are drawn as a curve. */
export const CURVES: readonly { name: 'stops' | 'profile'; label: string; when: (row: Figure) => boolean }[] = [
  { name: 'stops', label: 'Gradient', when: (row) => isFigure(row) && row.fill !== 'plain' },
  { name: 'profile', label: 'Thickness along it', when: (row) => isFigure(row) && isLine(row) },
];

export interface CopySetting {
  name: keyof Copies;
  param: Param;
  when?: (copies: Copies) => boolean;
}
const several = ({ count }: Copies): boolean => count > 1;
const inRow = (copies: Copies): boolean => several(copies) && copies.way === 'row';

export const COPIES: readonly CopySetting[] = [
  { name: 'count', param: settingOf(copiesFields.count, 'Copies', '', 'With the first one.', [1, 60]) },
  {
    name: 'way',
    param: choiceParam('Laid', [...COPY_WAYS], 'row', 'One after the other, or round the middle.'),
    when: several,
  },
  { name: 'x', param: settingOf(copiesFields.x, 'Each across', '%', 'From one to the next.', [-30, 30]), when: inRow },
  { name: 'y', param: settingOf(copiesFields.y, 'Each down', '%', 'From one to the next.', [-30, 30]), when: inRow },
  {
    name: 'turn',
    param: settingOf(copiesFields.turn, 'Each turned', '°', 'More than the one before.', [-90, 90]),
    when: several,
  },
  {
    name: 'scale',
    param: settingOf(copiesFields.scale, 'Each as large', '%', 'As the one before.', [50, 150]),
    when: several,
  },
  {
    name: 'fade',
    param: settingOf(copiesFields.fade, 'Each fades', '%', 'How much less it prints than the one before.'),
    when: several,
  },
  {
    name: 'chance',
    param: settingOf(copiesFields.chance, 'By chance', '%', 'Place, turn and size of all but the first.'),
    when: several,
  },
  {
    name: 'seed',
    param: settingOf(copiesFields.seed, 'Seed', '', 'Another number is another chance.', [1, 99]),
    when: (c) => several(c) && c.chance > 0,
  },
];

import { array, boolean, string, type AnySchema } from 'yup';
import { colourSchema, finite } from '../model/check.ts';
import { drawnSchema } from './drawn.ts';
import type { Param } from './step.ts';

/** Numbers in one row of a step's settings. */
const MOST_NUMBERS = 6000;

/** What a setting may hold, with its default. */
export function paramSchema(param: Param): AnySchema {
  switch (param.kind) {
    case 'number':
      return finite().min(param.min).max(param.max).default(param.default);
    case 'choice':
      return string()
        .oneOf([...param.options])
        .default(param.default);
    case 'flag':
      return boolean().default(param.default);
    case 'colour':
      return colourSchema().default(param.default);
    case 'source':
    case 'brush':
      return string().max(200).default(param.default);
    case 'rows':
      return rowsSchema(param);
    case 'strokes':
      return array(drawnSchema.required()).max(param.most).default([]);
  }
}

/** Rows of finite numbers: as many as there are columns, or more where the rows are open. */
function rowsSchema(param: Param & { kind: 'rows' }): AnySchema {
  const { columns, open, min, max, most } = param;
  const row = array(finite().min(min).max(max).required()).required();
  const sized = open ? row.min(columns.length) : row.length(columns.length);
  return array(sized.max(MOST_NUMBERS))
    .max(most)
    .default(() => param.default.map((numbers) => [...numbers]));
}

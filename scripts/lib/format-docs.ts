import { drawnSchema, STEPS, type Param } from '@amber-stamp/core/cut';
import { figureFields, numbersSchema, shapesHead, typeSchema } from '@amber-stamp/core/make';
import { manifestSchema } from '@amber-stamp/core/formats';
import { object } from 'yup';
import { brushSchema, jsonSchema, strokesSchema } from '@amber-stamp/core/model';

const schema = (title: string, of: Parameters<typeof jsonSchema>[0]): string =>
  JSON.stringify({ $schema: 'https://json-schema.org/draft/2020-12/schema', title, ...jsonSchema(of) }, null, 2);

function range(param: Param): string {
  switch (param.kind) {
    case 'number':
      return `${param.min} .. ${param.max} ${param.unit}`.trim();
    case 'choice':
      return param.options.join(', ');
    case 'flag':
      return 'true, false';
    case 'colour':
      return '`#rrggbb`';
    case 'source':
      return 'name of a source, empty for none';
    case 'brush':
      return 'a kept version of a brush or the name of a brush file, empty for a round tip';
    case 'strokes':
      return `up to ${param.most} strokes, each as drawn.schema.json says`;
    case 'rows':
      return `up to ${param.most} rows [${param.columns.join(', ')}${param.open ? ', x, y, pressure, …' : ''}], numbers ${param.min} .. ${param.max}`;
  }
}

const initial = (param: Param): string =>
  typeof param.default === 'object' ? JSON.stringify(param.default) : String(param.default) || 'empty';

function recipeText(): string {
  const head = [
    '# The recipe',
    '',
    'A recipe turns a source into a plate, step by step. `recipe.json`:',
    '',
    '```json',
    '{ "format": "amber-stamp/recipe", "version": 1, "steps": [{ "step": "levels", "on": true, "automatic": true }] }',
    '```',
    '',
    'Every step has `step` (its name) and `on` (default true). Missing settings take their defaults; unknown ones are refused with their path.',
    'Inside, values are floats from 0 (prints nothing) to 1 (prints fully); the plate is written at 16 bit.',
    'Before the first step that makes gray, the source counts as printing the darker the more. Another source or a brush that a step',
    'names is a file beside the recipe; in an opened pack it is a path of the pack (`sources/…`, `brushes/…`).',
  ];
  const steps = STEPS.flatMap((step) => [
    '',
    `## ${step.name}`,
    '',
    step.help,
    ...(Object.keys(step.params).length > 0
      ? [
          '',
          '| setting | range | default | what it does |',
          '|---|---|---|---|',
          ...Object.entries(step.params).map(
            ([name, p]) => `| \`${name}\` | ${range(p)} | ${initial(p)} | ${p.help} |`,
          ),
        ]
      : []),
  ]);
  return [...head, ...steps, ''].join('\n');
}

/** Rows hold rows, so a drawing names the figure by reference. */
function shapesText(): string {
  const rows = { type: 'array', items: { $ref: '#/$defs/figure' } };
  const head = JSON.parse(schema('shapes', object(shapesHead))) as { properties: object };
  const figure = jsonSchema(object(figureFields)) as { properties: object };
  const $defs = { figure: { ...figure, properties: { ...figure.properties, rows } } };
  return JSON.stringify({ ...head, properties: { ...head.properties, rows }, $defs }, null, 2);
}

/** The documents of docs/formats by file name, before formatting. */
export const formatDocuments = (): Record<string, string> => ({
  'recipe.md': recipeText(),
  'brush.schema.json': schema('brush.json', brushSchema),
  'strokes.schema.json': schema('strokes.json', strokesSchema),
  'shapes.schema.json': shapesText(),
  'drawn.schema.json': schema('a stroke that a step draws', drawnSchema),
  'numbers.schema.json': schema('a tip from numbers', numbersSchema),
  'type.schema.json': schema('a tip of type', typeSchema),
  'manifest.schema.json': schema('manifest.json of a pack', manifestSchema),
});

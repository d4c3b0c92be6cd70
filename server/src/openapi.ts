import { ERRORS } from '@amber-stamp/core/errors';
import { jsonSchema } from '@amber-stamp/core/model';
import { ROUTES } from './routes/index.ts';
import type { Route } from './routes/route.ts';

const problem = {
  description: 'What happened, in one sentence',
  content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
};

function parameters(route: Route): object[] {
  const inPath = [...route.path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }));
  const inQuery = Object.entries(route.query ?? {}).map(([name, description]) => ({
    name,
    in: 'query',
    description,
    schema: { type: 'string' },
  }));
  return [...inPath, ...inQuery];
}

/** Files and texts by the names of the command line's options; `file` for what lies beside them. */
function formContent({ examples = {} }: Route): object {
  const shown = Object.entries(examples).map(([summary, { command, form }]) => [
    summary,
    { summary, description: `sent to /api/work/${command}; what is an object is a JSON file`, value: form },
  ]);
  return {
    schema: {
      type: 'object',
      additionalProperties: { anyOf: [{ type: 'string' }, { type: 'string', format: 'binary' }] },
    },
    examples: Object.fromEntries(shown) as object,
  };
}

function requestBody(route: Route): object | undefined {
  if (!route.body) return undefined;
  if (route.body === 'form') return { required: true, content: { 'multipart/form-data': formContent(route) } };
  const content =
    route.body === 'file'
      ? { 'application/octet-stream': { schema: { type: 'string', format: 'binary' } } }
      : { 'application/json': { schema: jsonSchema(route.body) } };
  return { required: true, content };
}

const answerContent = ({ type = 'application/json', answers }: Route): object => ({
  [type]: answers ? { schema: jsonSchema(answers) } : {},
});

/** The OpenAPI 3.1 document of the routes. */
export function openApi(): object {
  const paths: Record<string, Record<string, object>> = {};
  for (const route of ROUTES) {
    paths[route.path] ??= {};
    paths[route.path][route.method] = {
      summary: route.summary,
      parameters: parameters(route),
      requestBody: requestBody(route),
      responses: {
        [route.status ?? 200]: { description: route.answer, content: answerContent(route) },
        default: problem,
      },
    };
  }
  const codes = Object.keys(ERRORS);
  const schemas = {
    Problem: {
      type: 'object',
      properties: {
        type: { type: 'string' },
        title: { type: 'string' },
        status: { type: 'integer' },
        detail: { type: 'string' },
        code: { type: 'string', enum: codes },
        where: { type: 'string' },
      },
    },
  };
  return { openapi: '3.1.0', info: { title: 'Amber Stamp', version: '1' }, paths, components: { schemas } };
}

import type { Request, Response } from 'express';
import type { AnySchema } from 'yup';
import type { Database } from '../db/database.ts';
import type { News } from '../db/news.ts';

export interface Services {
  db: Database;
  news: News;
}

/** What a route gives back: JSON unless it answers by itself. */
export interface Route {
  method: 'get' | 'post' | 'patch' | 'delete';
  /** with {name} for parameters, as OpenAPI writes them */
  path: string;
  summary: string;
  /** a checked JSON body, a streamed file, or a form with files */
  body?: AnySchema | 'file' | 'form';
  query?: Readonly<Record<string, string>>;
  status?: number;
  answer: string;
  /** of JSON: what it holds */
  answers?: AnySchema;
  /** media type when it is not JSON */
  type?: string;
  /** forms that work, by what they do; what is an object is sent as a JSON file */
  examples?: Readonly<Record<string, { command: string; form: Readonly<Record<string, unknown>> }>>;
  run: (context: Context) => Promise<unknown>;
}

export interface Context extends Services {
  req: Request;
  res: Response;
  /** the checked body of a JSON route */
  body: unknown;
  param: (name: string) => string;
  query: (name: string) => string;
}

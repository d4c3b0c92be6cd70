import MiniSearch from 'minisearch';
import { rowsChapter, stepsChapter } from './from-tables.ts';

/** The documents as they are written, and their pictures: both are built into the application. */
const texts = import.meta.glob<string>('../../../docs/guide/*.md', { query: '?raw', import: 'default', eager: true });
const guidePictures = import.meta.glob<string>('../../../docs/guide/*.png', {
  query: '?url',
  import: 'default',
  eager: true,
});
const screenshots = import.meta.glob<string>('../../../docs/screenshots/*.png', {
  query: '?url',
  import: 'default',
  eager: true,
});
const pictures = { ...guidePictures, ...screenshots };

const fileOf = (path: string): string => path.slice(path.lastIndexOf('/') + 1);

export interface Section {
  /** of its chapter, a slash, and its heading */
  id: string;
  chapter: string;
  heading: string;
  text: string;
}
export interface Chapter {
  name: string;
  title: string;
  text: string;
  sections: Section[];
}

/** What a heading is found by. */
export const anchorOf = (heading: string): string =>
  heading
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');

function chapterOf(path: string, text: string): Chapter {
  const name = fileOf(path).replace(/\.md$/, '');
  const [head, ...parts] = text.split(/^## /m);
  const title = /^# (.*)$/m.exec(head)?.[1] ?? name;
  const section = (heading: string, body: string): Section => ({
    id: `${name}/${anchorOf(heading)}`,
    chapter: name,
    heading,
    text: body.replace(/!\[[^\]]*\]\([^)]*\)/g, ' '),
  });
  const sections = parts.map((part) => {
    const end = part.indexOf('\n');
    return section(part.slice(0, end), part.slice(end));
  });
  return { name, title, text, sections: [section(title, head.replace(/^# .*$/m, '')), ...sections] };
}

/** In the order in which somebody reads who is new. */
const ORDER = ['tour', 'rows', 'steps', 'echo', 'safety', 'command-line'];

export const CHAPTERS: readonly Chapter[] = [
  ...Object.entries(texts).map(([path, text]) => chapterOf(path, text)),
  chapterOf('rows.md', rowsChapter()),
  chapterOf('steps.md', stepsChapter()),
].sort((a, b) => ORDER.indexOf(a.name) - ORDER.indexOf(b.name));

/** Where a picture of a document lies in the built application. */
export const pictureAt = (src: string): string | undefined =>
  Object.entries(pictures).find(([path]) => fileOf(path) === fileOf(src))?.[1];

const index = new MiniSearch<Section>({
  fields: ['heading', 'text'],
  storeFields: ['id'],
  searchOptions: { prefix: true, fuzzy: 0.15, boost: { heading: 3 }, combineWith: 'AND' },
});
const all = CHAPTERS.flatMap(({ sections }) => sections);
index.addAll(all);
const byId = new Map(all.map((section) => [section.id, section]));

/** Letters around the first word that was found. */
const AROUND = 70;

/** A few words of a section around what was looked for. */
function excerpt({ text }: Section, words: readonly string[]): string {
  const plain = text.replace(/[*`#|_]|\[([^\]]*)\]\([^)]*\)/g, '$1').replace(/\s+/g, ' ');
  const at = Math.max(0, ...words.map((word) => plain.toLowerCase().indexOf(word.toLowerCase())));
  const from = Math.max(0, at - AROUND);
  return `${from > 0 ? '… ' : ''}${plain.slice(from, at + AROUND).trim()} …`;
}

export interface Found extends Section {
  excerpt: string;
}

/** The sections that hold what is looked for, the likeliest first. */
export const findInGuide = (wanted: string): Found[] =>
  index.search(wanted).flatMap(({ id, terms }) => {
    const section = byId.get(String(id));
    return section ? [{ ...section, excerpt: excerpt(section, terms) }] : [];
  });

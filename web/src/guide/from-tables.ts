import { STEPS, type Param } from '@amber-stamp/core/cut';
import { PROPERTIES, PROPERTY_NAMES } from '@amber-stamp/core/model';

/** Chapters that are made from the tables which the rows and cards are made from: they say the same. */

export function rowsChapter(): string {
  const rows = PROPERTY_NAMES.map((name) => {
    const { label, help, ruler } = PROPERTIES[name];
    const words = ruler ? `\n\nFound by: ${ruler.words}.` : '';
    return `## ${label}\n\n${help}${words}`;
  });
  return ['# Every row', 'What each row of Vary does to a dab.', ...rows].join('\n\n');
}

const settings = (params: Readonly<Record<string, Param>>): string =>
  Object.values(params)
    .filter(({ former }) => !former)
    .map(({ label, help }) => `- **${label}**: ${help}`)
    .join('\n');

export function stepsChapter(): string {
  const steps = STEPS.map(({ label, help, params }) => `## ${label}\n\n${help}\n\n${settings(params)}`);
  return ['# Every step', 'What each step of a recipe does, with its settings.', ...steps].join('\n\n');
}

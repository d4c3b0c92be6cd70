import type { RangeName } from '../bench/edit.ts';
import type { View } from '../stages/prove/view.ts';
import type { Part } from '../stages/vary/parts.ts';

/** A control of the bench that words lead to. */
export interface Target {
  id: string;
  label: string;
  stage: 'find' | 'cut' | 'vary' | 'prove' | 'pack';
  /** the part of Vary that it stands in */
  part?: Part;
  /** the row that is opened */
  row?: RangeName;
  /** the view of Prove that it stands in */
  view?: View;
  /** the step that is opened, or offered where the recipe has none */
  step?: string;
  /** what the control is called, or its names in the order in which they are looked for; missing: as its label */
  control?: string | readonly string[];
  /** what people say for it */
  words: string;
}

import { STEP_GROUPS, STEPS } from '@amber-stamp/core/cut';
import { Paper, Popper, useAutocomplete } from '@mui/material';
import { memo } from 'react';
import { useStepSought } from './chosen.ts';
import { addStep } from './steps.ts';

type Step = (typeof STEPS)[number];

const BY_GROUP: readonly Step[] = STEP_GROUPS.flatMap((group) => STEPS.filter((s) => s.group === group));

/** How well a step fits what is looked for: by how its name begins, by its name, by what it does; 3 is not at all. */
function rank({ label, help }: Step, words: string): number {
  const name = label.toLowerCase();
  if (name.startsWith(words)) return 0;
  if (name.includes(words)) return 1;
  return help.toLowerCase().includes(words) ? 2 : 3;
}

function fitting(text: string): Step[] {
  const words = text.trim().toLowerCase();
  const ranked = BY_GROUP.map((step) => ({ step, rank: words === '' ? 0 : rank(step, words) }));
  return ranked
    .filter((r) => r.rank < 3)
    .sort((a, b) => a.rank - b.rank)
    .map(({ step }) => step);
}

/** Adds a step that is looked for by its name or by what it does; without a word all stand there by what they are for. */
export const AddStep = memo(function AddStep() {
  const text = useStepSought((s) => s.text);
  const field = useAutocomplete({
    id: 'add-step',
    inputValue: text,
    onInputChange: (_, next) => useStepSought.setState({ text: next }),
    options: BY_GROUP,
    value: null as Step | null,
    getOptionLabel: ({ label }) => label,
    filterOptions: () => fitting(text),
    onChange: (_, step) => step && addStep(step.name, step.label),
    // without a word nothing is meant yet: Enter adds nothing
    autoHighlight: text.trim() !== '',
    openOnFocus: true,
    blurOnSelect: true,
    clearOnBlur: true,
    clearOnEscape: true,
  });
  const found = field.groupedOptions as Step[];
  const pick = (step: Step, index: number) => (
    <li {...field.getOptionProps({ option: step, index })} key={step.name} className="pick">
      <b>{step.label}</b>
      <span>{step.help}</span>
    </li>
  );
  const inGroup = (group: string) => (
    <li key={group} role="group" aria-label={group}>
      <h3>{group}</h3>
      <ul role="presentation">{found.map((step, index) => step.group === group && pick(step, index))}</ul>
    </li>
  );
  return (
    <div ref={field.setAnchorEl} {...field.getRootProps()} style={{ marginLeft: 'auto' }}>
      <input
        {...field.getInputProps()}
        className="underline"
        style={{ width: 96 }}
        aria-label="Add a step"
        placeholder="add a step…"
      />
      <Popper open={field.popupOpen} anchorEl={field.anchorEl} placement="bottom-start" style={{ zIndex: 1300 }}>
        <Paper elevation={8}>
          {found.length === 0 && <p className="note found">No step does that. Try another word.</p>}
          <ul {...field.getListboxProps()} className={text ? 'picker found' : 'picker'}>
            {text ? found.map(pick) : STEP_GROUPS.map(inGroup)}
          </ul>
        </Paper>
      </Popper>
    </div>
  );
});

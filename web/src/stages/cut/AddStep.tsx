import { STEP_GROUPS, STEPS } from '@amber-stamp/core';
import { Popover } from '@mui/material';
import { memo, useState } from 'react';
import { addStep } from './steps.ts';

/** All steps by what they are for; typing narrows them down by name and by what they do. */
export const AddStep = memo(function AddStep() {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [wanted, setWanted] = useState('');
  const close = () => {
    setAnchor(null);
    setWanted('');
  };
  const fits = (text: string) => text.toLowerCase().includes(wanted.trim().toLowerCase());
  const groups = STEP_GROUPS.map((group) => ({
    group,
    steps: STEPS.filter((s) => s.group === group && (fits(s.label) || fits(s.help))),
  })).filter(({ steps }) => steps.length > 0);
  const add = (name: string, label: string) => {
    close();
    addStep(name, label);
  };
  return (
    <>
      <button
        className="underline"
        style={{ textAlign: 'left', cursor: 'pointer', color: 'var(--ink2)', width: 96 }}
        onClick={(e) => setAnchor(e.currentTarget)}
        aria-haspopup="dialog"
      >
        add a step…
      </button>
      <Popover
        anchorEl={anchor}
        open={anchor !== null}
        onClose={close}
        transitionDuration={0} // its cover must not swallow the first press on the picture
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        slotProps={{ paper: { className: 'picker', 'aria-label': 'Steps' } }}
      >
        <input
          className="underline"
          autoFocus
          aria-label="Find a step"
          placeholder="what should happen?"
          value={wanted}
          onChange={(e) => setWanted(e.target.value)}
          onKeyDown={(e) => {
            const first = groups[0]?.steps[0];
            if (e.key !== 'Enter' || !first) return;
            // the key must not press the button that gets the focus back
            e.preventDefault();
            add(first.name, first.label);
          }}
        />
        {groups.map(({ group, steps }) => (
          <section key={group} aria-label={group}>
            <h3>{group}</h3>
            {steps.map((step) => (
              <button key={step.name} className="pick" onClick={() => add(step.name, step.label)}>
                <b>{step.label}</b>
                <span>{step.help}</span>
              </button>
            ))}
          </section>
        ))}
        {groups.length === 0 && <p className="note">No step does that. Try another word.</p>}
      </Popover>
    </>
  );
});

import { Paper, Popper, useAutocomplete } from '@mui/material';
import { useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useNavigate } from 'react-router';
import { EVERYWHERE } from '../parts/keys.ts';
import { openTarget } from './open.ts';
import { search, whereOf } from './search.ts';
import type { Target } from './target.ts';
import { TARGETS } from './targets.ts';

const MOST = 9;
const FIELD = 'find-setting';

/** Finds any setting of the bench by a word that people say for it; Enter opens it where it stands. */
export function SearchField({ id }: { id: string }) {
  const navigate = useNavigate();
  const [text, setText] = useState('');
  const found = search(text).slice(0, MOST);
  const field = useAutocomplete({
    id: FIELD,
    inputValue: text,
    onInputChange: (_, next) => setText(next),
    options: TARGETS as Target[],
    value: null as Target | null,
    getOptionLabel: ({ label }) => label,
    getOptionKey: ({ stage, id: target }) => `${stage} ${target}`,
    filterOptions: () => found,
    onChange: (_, target) => target && openTarget(target, (stage) => void navigate(`/brush/${id}/${stage}`)),
    autoHighlight: true,
    blurOnSelect: true,
    clearOnBlur: true,
    clearOnEscape: true,
  });
  useHotkeys('slash', () => document.getElementById(FIELD)?.focus(), { ...EVERYWHERE, preventDefault: true });
  const asked = text.trim() !== '';
  return (
    <div ref={field.setAnchorEl} {...field.getRootProps()} className="search">
      <input
        {...field.getInputProps()}
        className="underline"
        aria-label="Find a setting"
        placeholder="find a setting…  /"
      />
      <Popper open={field.popupOpen && asked} anchorEl={field.anchorEl} placement="bottom-end" style={{ zIndex: 1300 }}>
        <Paper elevation={8}>
          {found.length === 0 && (
            <p className="note found">
              Nothing by that word. Try size, gap, turn, scatter, paper, colour, blur, repeat.
            </p>
          )}
          <ul {...field.getListboxProps()} className="picker found">
            {found.map((target, index) => (
              <li
                {...field.getOptionProps({ option: target, index })}
                key={`${target.stage} ${target.id}`}
                className="pick"
              >
                <b>{target.label}</b>
                <span>{whereOf(target)}</span>
              </li>
            ))}
          </ul>
        </Paper>
      </Popper>
    </div>
  );
}

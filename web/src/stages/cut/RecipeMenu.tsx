import type { Bench } from '@amber-stamp/core/bench';
import { parseRecipe, type Recipe } from '@amber-stamp/core/cut';
import { parseJson } from '@amber-stamp/core/model';
import { Dialog, DialogContent, Menu, MenuItem } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { memo, useRef, useState } from 'react';
import { coded } from '../../parts/coded.ts';
import { presentPlate } from '../../bench/edit.ts';
import { applyToDrawer } from '../../bench/family.ts';
import { change, useBench } from '../../bench/store.ts';
import { BitmapView } from '../../parts/BitmapView.tsx';
import { notify, notifyError } from '../../parts/messages.tsx';
import { saveFile } from '../../parts/save.ts';
import { cutter } from '../../engine/pool.ts';
import { recipeOf } from './steps.ts';

const COPIED = 'amber-stamp-recipe';

const put = (recipe: Recipe, what: string): void =>
  change(what, (draft) => void (presentPlate(draft).plate.recipe = structuredClone(recipe)));

function copied(): Recipe | null {
  const text = localStorage.getItem(COPIED);
  try {
    return text ? parseRecipe(JSON.parse(text)) : null;
  } catch {
    return null;
  }
}

/** The state on the bench and its recipe, when something is done with them. */
function present(): { bench: Bench; recipe: Recipe } {
  const bench = useBench.getState().bench as Bench;
  return { bench, recipe: recipeOf(bench) };
}

/** Recipes to start with, each as a picture made from the present source. */
function Starters({ source, onClose }: { source: string; onClose: () => void }) {
  const { data = [], isLoading } = useQuery({
    queryKey: ['starters', source],
    queryFn: () => cutter.starters(source),
    staleTime: Infinity,
  });
  return (
    <Dialog open onClose={onClose} maxWidth="md" slotProps={{ paper: { 'aria-label': 'Starting recipes' } }}>
      <DialogContent>
        <h2 style={{ margin: '0 0 4px' }}>Starting recipes</h2>
        <p className="note">Each picture is made from this source. What you choose takes the place of the recipe.</p>
        {isLoading && <p className="note">cutting six plates…</p>}
        <div className="starters">
          {data.map(({ name, label, help, recipe, picture }) => (
            <button
              key={name}
              className="answer"
              disabled={!recipe}
              onClick={() => {
                if (recipe) put(recipe, `starting recipe: ${label}`);
                onClose();
              }}
            >
              <span className="shot">{picture ? <BitmapView bitmap={picture} label="" /> : 'nothing prints'}</span>
              <b>{label}</b>
              <span>{help}</span>
            </button>
          ))}
        </div>
      </DialogContent>
    </Dialog>
  );
}

function copyRecipe(): void {
  const { bench, recipe } = present();
  localStorage.setItem(COPIED, JSON.stringify(recipe));
  notify(`The recipe of ${bench.brush.name} is copied: ${recipe.steps.length} steps.`);
}

async function putOnDrawer(): Promise<void> {
  const { standing } = useBench.getState();
  if (!standing) return;
  const { bench, recipe } = present();
  const count = await applyToDrawer(bench, recipe, standing.drawer, standing.brushId);
  if (count !== undefined)
    notify(
      `${count === 1 ? '1 other brush' : `${count} other brushes`} of ${standing.drawer} took this recipe; each has a new version.`,
    );
}

async function openRecipe(chosen: File | undefined): Promise<void> {
  if (!chosen) return;
  try {
    put(parseRecipe(parseJson(await chosen.text(), chosen.name), chosen.name), `recipe: ${chosen.name}`);
  } catch (cause) {
    notifyError(coded(cause, 'The recipe could not be read.'));
  }
}

/** A recipe is a thing of its own: it is copied to another source, saved, opened, or begun from a shipped one. */
export const RecipeMenu = memo(function RecipeMenu({ source }: { source: string }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [starting, setStarting] = useState(false);
  const file = useRef<HTMLInputElement>(null);
  const held = anchor ? copied() : null;
  const act = (run: () => void) => () => {
    setAnchor(null);
    run();
  };
  return (
    <>
      <button
        className="link"
        aria-haspopup="menu"
        aria-label="Recipes"
        onClick={(e) => setAnchor(e.currentTarget)}
        style={{ marginLeft: 10 }}
      >
        recipes
      </button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        <MenuItem onClick={act(() => setStarting(true))}>Start with…</MenuItem>
        <MenuItem onClick={act(copyRecipe)}>Copy this recipe</MenuItem>
        <MenuItem disabled={!held} onClick={act(() => held && put(held, 'recipe put in'))}>
          Put the copied recipe here
        </MenuItem>
        <MenuItem onClick={act(() => void putOnDrawer())}>Put it on every brush of this drawer</MenuItem>
        <MenuItem
          onClick={act(() => saveFile('recipe.json', JSON.stringify(present().recipe, null, 2), 'application/json'))}
        >
          Save as a file
        </MenuItem>
        <MenuItem onClick={act(() => file.current?.click())}>Open from a file</MenuItem>
      </Menu>
      <input
        ref={file}
        type="file"
        accept=".json,application/json"
        hidden
        aria-label="Recipe file"
        onChange={(e) => {
          void openRecipe(e.target.files?.[0]);
          e.target.value = '';
        }}
      />
      {starting && <Starters source={source} onClose={() => setStarting(false)} />}
    </>
  );
});

import { later } from '../engine/clock.ts';
import { recipeOf } from '../stages/cut/steps.ts';
import { useChosen, useStepSought } from '../stages/cut/chosen.ts';
import { useProveEye } from '../stages/prove/view.ts';
import { useVaryEye } from '../stages/vary/vary-eye.ts';
import { presentBench } from '../bench/store.ts';
import type { Target } from './target.ts';

const WITHIN = 'button, input, [tabindex="0"], [role=slider], [role=radio], [role=combobox]';
/** A control that is not there after so long is somewhere else, or has nothing to set in this brush. */
const PATIENCE_MS = 3000;

/** What takes the focus for a control by its name. */
function controlNamed(name: string): HTMLElement | null {
  const roots = [...document.querySelectorAll<HTMLElement>('.controls, .work, .sheet, .status')];
  for (const root of roots) {
    const named = root.querySelector<HTMLElement>(`[aria-label="${CSS.escape(name)}"], [title="${CSS.escape(name)}"]`);
    const found =
      named ?? [...root.querySelectorAll<HTMLElement>('button')].find((b) => b.textContent?.trim() === name);
    if (found)
      return found.matches(WITHIN)
        ? found
        : (found.querySelector<HTMLElement>('input, [role=slider]') ??
            found.querySelector<HTMLElement>(WITHIN) ??
            found);
  }
  return null;
}

/** Brings the focus to the first of some controls that is there, as soon as one is. */
function focusOn(names: readonly string[]): void {
  const take = (): boolean => {
    const control = names.map(controlNamed).find((found) => found !== null);
    if (!control) return false;
    control.scrollIntoView({ block: 'center' });
    control.focus();
    return true;
  };
  const watcher = new MutationObserver(() => take() && watcher.disconnect());
  watcher.observe(document.body, { childList: true, subtree: true });
  if (take()) watcher.disconnect();
  later(PATIENCE_MS, () => watcher.disconnect());
}

/** Opens what is asked for where it stands; its stage is gone to by `go`. */
export function openTarget(target: Target, go: (stage: Target['stage']) => void): void {
  const { stage, part, row, view, step, control = target.label } = target;
  if (part) useVaryEye.setState({ part, ...(row ? { open: row } : {}) });
  if (view) useProveEye.setState({ view });
  const place = step ? recipeOf(presentBench()).steps.findIndex((one) => one.step === step) : -1;
  if (place >= 0) useChosen.setState({ place });
  else if (step) useStepSought.setState({ text: target.label });
  go(stage);
  focusOn(step ? [place >= 0 ? `${target.label} on` : 'Add a step'] : [control].flat());
}

import type { Locator, Page } from '@playwright/test';
import { addStep, drag, drawn, dropFile, drawOn, handles, stage, type Place } from '../acts.ts';
import { expect } from '../expect.ts';
import { noteJourney } from './note.ts';

/**
 * The hand of somebody at a job. It counts its gestures: a press, also on a stage or a part, a drag, a typed value, a drawn
 * stroke, a chosen file each are one; looking is none.
 */
export class Hand {
  gestures = 0;
  readonly page: Page;

  constructor(page: Page) {
    this.page = page;
  }

  async press(what: Locator): Promise<void> {
    this.gestures++;
    await what.click();
  }

  async key(key: string): Promise<void> {
    this.gestures++;
    await this.page.keyboard.press(key);
  }

  /** Types a value into a row or field and takes it by Enter. */
  async type(what: Locator, text: string): Promise<void> {
    this.gestures++;
    await what.click();
    await what.fill(text);
    await what.press('Enter');
  }

  /** Opens a list and takes one of it; waits until the list is gone and the page takes presses again. */
  async pick(list: Locator, option: string): Promise<void> {
    await this.press(list);
    await this.press(this.page.getByRole('option', { name: option, exact: true }));
    // one that is fading away is no longer told, but still takes presses
    await expect(this.page.locator('[role=listbox]')).toHaveCount(0);
  }

  /** Takes another brush of the cabinet for what is drawn. */
  async takeBrush(name: string): Promise<void> {
    await this.press(this.page.getByRole('button', { name: /^Brush: / }));
    await this.press(this.page.getByRole('dialog').getByRole('button', { name, exact: true }));
  }

  /** Adds a step of the recipe by its name. */
  async addStep(label: string): Promise<void> {
    this.gestures++;
    await addStep(this.page, label);
  }

  /** Gives the brush on the bench another name. */
  async rename(name: string): Promise<void> {
    await this.page.getByRole('button', { name: /^Rename / }).click();
    await this.page.getByRole('textbox', { name: 'Name of the brush', exact: true }).fill(name);
    await this.page.keyboard.press('Enter');
    await expect(this.page.getByRole('button', { name: `Rename ${name}` })).toBeVisible();
  }

  async choose(input: Locator, name: string, bytes: Uint8Array): Promise<void> {
    this.gestures++;
    await input.setInputFiles({ name, mimeType: 'application/octet-stream', buffer: Buffer.from(bytes) });
  }

  /** Carries a file from outside to a part of the page, and lets go of it there. */
  async drop(on: Locator, name: string, bytes: Uint8Array): Promise<void> {
    this.gestures++;
    await dropFile(on, name, bytes);
  }

  async drag(what: Locator, dx: number, dy: number): Promise<void> {
    this.gestures++;
    await drag(this.page, what, dx, dy);
  }

  /** Draws a stroke on the wide sheet through some places. */
  async draw(...places: Place[]): Promise<void> {
    this.gestures++;
    await drawOn(this.page, this.page.getByTestId('wide'), ...places);
  }

  /** Draws on the picture of the open step through some places. */
  async drawOnPicture(...places: Place[]): Promise<void> {
    this.gestures++;
    await drawOn(this.page, handles(this.page), ...places);
  }

  /** The journey is over: it must have taken no more gestures than it may; `over`: how many more it takes, and why. */
  end(journey: number, most: number, over: { by: number; why: string } = { by: 0, why: '' }): void {
    noteJourney({ journey, most, gestures: this.gestures, why: over.why });
    expect(this.gestures).toBeLessThanOrEqual(most + over.by);
  }

  row(label: string): Locator {
    return this.page.getByRole('textbox', { name: `${label} value`, exact: true });
  }

  /** Goes to a stage, where it is not there already. */
  async look(name: string): Promise<void> {
    const there = stage(this.page, name);
    if ((await there.getAttribute('aria-current')) === 'step') return;
    await this.press(there);
    await expect(there).toHaveAttribute('aria-current', 'step');
  }

  /** Goes to a part of Vary, where it is not there already. */
  async part(name: string): Promise<void> {
    const tab = this.page.getByRole('tab', { name, exact: true });
    if ((await tab.getAttribute('aria-selected')) === 'true') return;
    await this.press(tab);
  }

  /** Goes to the rows of Vary from wherever it is. */
  async rows(): Promise<void> {
    await this.look('Vary');
    await this.part('rows');
  }

  /** Waits for the bench of a brush that was just made. */
  async arrived(): Promise<void> {
    await expect(this.page).toHaveURL(/\/brush\//);
    await drawn(this.page, 'sheet');
  }
}

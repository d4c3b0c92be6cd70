// The pictures of reliefs: heights, a mesh that is bent and cast, clay, a lit surface, strokes that stand.
import type { Page } from '@playwright/test';
import { expect } from '../e2e/expect.ts';
import type { App } from '../e2e/app.ts';
import { drawn, kept, middleOf, openBrush, stage } from '../e2e/acts.ts';

type Shoot = (name: string) => Promise<void>;
type Place = readonly [number, number];

/** Drags from place to place, in px from the middle of something. */
async function dragAlong(page: Page, testId: string, ...places: Place[]): Promise<void> {
  const { x, y } = await middleOf(page.getByTestId(testId));
  await page.mouse.move(x + places[0][0], y + places[0][1]);
  await page.mouse.down();
  for (const [dx, dy] of places.slice(1)) await page.mouse.move(x + dx, y + dy, { steps: 6 });
  await page.mouse.up();
}

async function heights(app: App, page: Page, shoot: Shoot): Promise<void> {
  await openBrush(page, app.url, 'Rosette button');
  await stage(page, 'Find').click();
  await page.getByRole('heading', { name: 'Where is the base plane?' }).scrollIntoViewIfNeeded();
  await page.getByRole('radio', { name: 'The border' }).click();
  await kept(page);
  await page.getByLabel('Source').getByRole('img').waitFor();
  await page.getByRole('radio', { name: 'A value' }).scrollIntoViewIfNeeded();
  await page.mouse.move(640, 120);
  await shoot('heights');
  await page.keyboard.press('Control+z');
}

async function clay(app: App, page: Page, shoot: Shoot): Promise<void> {
  await page.goto(`${app.url}/new/clay`);
  await page.getByRole('button', { name: 'Sculpt flat clay' }).click();
  await expect(page.getByTestId('clay')).toBeVisible();
  await drawn(page, 'sheet');
  const set = async (label: string, value: string) => {
    await page.getByLabel(`${label} value`).fill(value);
    await page.getByLabel(`${label} value`).press('Enter');
  };
  await set('Sectors', '11');
  await set('Radius', '6');
  await dragAlong(page, 'clay', [60, 0], [100, 8], [150, 0]);
  await dragAlong(page, 'clay', [80, 4], [130, 4], [150, 0]);
  await dragAlong(page, 'clay', [14, 0], [18, 4]);
  await page.getByRole('radio', { name: 'crease' }).click();
  await set('Radius', '2.5');
  await dragAlong(page, 'clay', [56, 0], [100, 8], [152, 0]);
  await expect(page.getByTestId('clay')).toHaveAttribute('data-strokes', '4');
  await page.getByTestId('clay').focus();
  for (let k = 0; k < 4; k++) await page.keyboard.press('ArrowDown');
  await kept(page);
  await page.mouse.move(640, 120);
  await page.waitForLoadState('networkidle');
  await shoot('clay');
}

async function surface(app: App, page: Page, shoot: Shoot): Promise<void> {
  await openBrush(page, app.url, 'Mussel scale');
  await stage(page, 'Prove').click();
  await page.getByRole('radio', { name: 'surface', exact: true }).click();
  await page.getByRole('radio', { name: 'vase', exact: true }).click();
  await expect(page.getByTestId('surface')).toHaveAttribute('data-pressed', '0');
  // rows of scales that hang down, the lower ones first
  for (const [row, y] of [118, 26, -66].entries())
    for (const k of [-1.5, -0.5, 0.5, 1.5]) {
      const x = (k + (row % 2) * 0.5) * (66 - 6 * row);
      if (row % 2 === 1 && k > 1) continue;
      await dragAlong(page, 'surface', [x, y], [x, y - 44]);
    }
  await kept(page);
  await page.mouse.move(640, 120);
  await shoot('surface');
}

async function thickness(app: App, page: Page, shoot: Shoot): Promise<void> {
  await openBrush(page, app.url, 'Tide pebbles');
  await drawn(page, 'wide');
  await page.getByRole('tab', { name: 'relief' }).click();
  await page.getByRole('button', { name: 'Thickness', exact: true }).click();
  await page.waitForLoadState('networkidle');
  await page.mouse.move(640, 120);
  await shoot('relief');
}

export async function shootReliefs(app: App, page: Page, shoot: Shoot): Promise<void> {
  await heights(app, page, shoot);
  await clay(app, page, shoot);
  await surface(app, page, shoot);
  await thickness(app, page, shoot);
}

// One picture of each main view, 1280 x 800, from the demo brushes.
import type { Page } from '@playwright/test';
import { mkdirSync } from 'node:fs';
import { App, closeBrowser } from '../e2e/app.ts';
import { changed, DEMO_BRUSHES, drawn, echoAtRest, kept, openBrush, rested, scribble, stage } from '../e2e/acts.ts';
import { expect } from '../e2e/expect.ts';
import { shootReliefs } from './shots-reliefs.ts';

const FOLDER = 'docs/screenshots';
mkdirSync(FOLDER, { recursive: true });
/** On the bench the echo is waited for: a picture shows what is measured, not that it is being measured. */
async function shot(page: Page, name: string): Promise<void> {
  const echo = page.getByTestId('echo');
  if ((await echo.count()) > 0) await expect(echo).toHaveAttribute('aria-busy', 'false');
  await page.screenshot({ path: `${FOLDER}/${name}.png`, animations: 'disabled' });
}

const app = await App.start();
const page = await app.page();
// on a slow machine the echoes of the cabinet alone take longer than the half minute that is waited for otherwise
page.setDefaultTimeout(180_000);
await page.goto(app.url);
await expect(page.getByRole('article')).toHaveCount(DEMO_BRUSHES);
await page.waitForLoadState('networkidle');
await shot(page, 'cabinet');

await openBrush(page, app.url, 'Crust lichen');
await drawn(page, 'wide');
await scribble(page);
await kept(page, 2);
await page.keyboard.press('Control+z');
await kept(page, 3);
await page.mouse.move(640, 120);
await shot(page, 'vary');

await stage(page, 'Find').click();
await expect(page.getByText(/^Chosen/)).toBeVisible();
await page.waitForLoadState('networkidle');
await expect(page.locator('.intent canvas').first()).toBeVisible();
await expect(page.locator('.intent .shot', { hasText: '…' })).toHaveCount(0);
await shot(page, 'find');

await stage(page, 'Cut').click();
await expect(page.getByText('border ring')).toBeVisible();
await expect(page.getByRole('img', { name: 'After Fit a square' })).toBeVisible();
await shot(page, 'cut');

await stage(page, 'Prove').click();
await echoAtRest(page);
await page.getByRole('radio', { name: 'pins', exact: true }).waitFor();
await page.keyboard.press('p');
await drawn(page, 'pinned');
await stage(page, 'Vary').click();
const spacing = page.getByRole('textbox', { name: 'Spacing value' });
await spacing.fill('70');
await spacing.press('Enter');
await kept(page);
await stage(page, 'Prove').click();
await drawn(page, 'pinned');
await drawn(page, 'present');
await drawn(page, 'measured');
await expect(page.getByText('trying to cure it …')).toHaveCount(0);
await shot(page, 'prove');

await openBrush(page, app.url, 'Barnacle field');
await stage(page, 'Prove').click();
await echoAtRest(page);
await page.keyboard.press('p');
await kept(page);
await page.getByRole('button', { name: 'Try the cures' }).click();
await expect(page.getByRole('listitem').filter({ hasText: 'echo' }).first()).toBeVisible({ timeout: 90_000 });
await expect(page.getByRole('progressbar', { name: 'Trying cures' })).toHaveCount(0, { timeout: 120_000 });
const cures = page.getByRole('heading', { name: 'Cures tried' }).locator('..');
await cures.evaluate((part: unknown) => (part as { scrollIntoView: () => void }).scrollIntoView());
await drawn(page, 'measured');
const present = await rested(page, 'present');
await page.getByRole('region', { name: 'Cures' }).getByRole('listitem').first().hover();
await expect(page.getByText(/^now, with this tried on/)).toBeVisible();
await changed(page, 'present', present);
await shot(page, 'cures');

await page.getByRole('radio', { name: 'ladder', exact: true }).click();
await page.getByRole('button', { name: 'Measure each cell' }).click();
await expect(page.getByRole('button', { name: /^Take .*, echo \d+, texture \d+$/ })).toHaveCount(15, {
  timeout: 60_000,
});
await page.mouse.move(640, 120);
await shot(page, 'ladder');

await openBrush(page, app.url, 'Splatter');
await stage(page, 'Prove').click();
await page.getByRole('radio', { name: 'ground', exact: true }).click();
await page.getByRole('region', { name: 'Ground', exact: true }).getByRole('radio', { name: 'the scene' }).click();
await page.getByRole('button', { name: 'hide sample strokes' }).click();
const draw = async (...places: [number, number][]) => {
  const box = await page.getByTestId('wide').boundingBox();
  if (!box) throw new Error('there is no paper');
  const at = ([x, y]: [number, number]) => [box.x + x * box.width, box.y + y * box.height] as const;
  await page.mouse.move(...at(places[0]));
  await page.mouse.down();
  for (const place of places.slice(1)) await page.mouse.move(...at(place), { steps: 12 });
  await page.mouse.up();
};
await draw([0.06, 0.3], [0.3, 0.2], [0.55, 0.28], [0.92, 0.12]);
await draw([0.08, 0.72], [0.5, 0.66], [0.94, 0.74]);
await page.keyboard.press('s');
const paper = await page.getByTestId('wide').boundingBox();
if (paper) await page.mouse.click(paper.x + 0.5 * paper.width, paper.y + 0.66 * paper.height);
await page.getByRole('radio', { name: 'behind', exact: true }).click();
await page.getByRole('radio', { name: 'the figure', exact: true }).click();
await page.getByLabel('Colour of the stroke').fill('#e8b04a');
await kept(page);
await page.mouse.move(640, 120);
await shot(page, 'scene');
await openBrush(page, app.url, 'Crust lichen');

await stage(page, 'Pack').click();
await drawn(page, 'label');
await shot(page, 'pack');
await page.goto(`${app.url}/new/scanner`);
await page.getByRole('button', { name: 'Scan', exact: true }).click();
await expect(page).toHaveURL(/\/find$/);
await drawn(page, 'sheet');
await page.getByRole('radio', { name: 'Several marks' }).click();
await expect(page.getByRole('button', { name: /^Mark \d+$/ })).toHaveCount(12);
await expect(page.getByText(/^Chosen/).first()).toBeVisible();
await expect(page.locator('.intent canvas')).toHaveCount(5);
await rested(page, 'sheet');
await page.mouse.move(640, 120);
await shot(page, 'marks');

await openBrush(page, app.url, 'Cushion moss');
await stage(page, 'Vary').click();
await drawn(page, 'wide');
await page.getByRole('tab', { name: 'deck' }).click();
await page.waitForLoadState('networkidle');
await page.mouse.move(640, 120);
await shot(page, 'deck');

await openBrush(page, app.url, 'Spoked button');
await stage(page, 'Find').click();
await page
  .getByRole('listitem', { name: 'Spokes' })
  .getByRole('button', { name: /^Spokes/ })
  .click();
await rested(page, 'sheet');
await page.mouse.move(640, 120);
await shot(page, 'shapes');
await openBrush(page, app.url, 'Splinter burst');
await stage(page, 'Cut').click();
await expect(page.getByRole('button', { name: /^Brush: / })).toBeVisible();
await page.waitForLoadState('networkidle');
await page.mouse.move(640, 120);
await shot(page, 'draw');
await openBrush(page, app.url, 'Mooring rope');
await stage(page, 'Vary').click();
await drawn(page, 'wide');
await page.getByRole('button', { name: 'hide sample strokes' }).click();
await scribble(page);
await page.getByRole('tab', { name: 'deck' }).click();
await echoAtRest(page);
await kept(page);
await page.mouse.move(640, 120);
await shot(page, 'band');

await shootReliefs(app, page, (name) => shot(page, name));

await page.getByRole('link', { name: 'Settings' }).click();
await page.getByRole('radio', { name: /Dusk/ }).click();
await openBrush(page, app.url, 'Kelp blade');
await drawn(page, 'wide');
await page.mouse.move(640, 120);
await shot(page, 'vary-dusk');
await app.stop();

await closeBrowser();

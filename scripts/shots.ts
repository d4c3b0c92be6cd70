// One picture of each main view, 1280 x 800, from the demo brushes.
import { expect, type Page } from '@playwright/test';
import { mkdirSync } from 'node:fs';
import { App } from '../e2e/app.ts';
import { drawn, kept, openBrush, scribble, stage } from '../e2e/acts.ts';

const FOLDER = 'docs/screenshots';
mkdirSync(FOLDER, { recursive: true });
const shot = (page: Page, name: string) => page.screenshot({ path: `${FOLDER}/${name}.png`, animations: 'disabled' });

const app = await App.start();
const page = await app.page();
await page.goto(app.url);
await expect(page.getByRole('article')).toHaveCount(4);
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
await expect(page.getByText(/^Chosen/)).toBeVisible({ timeout: 30_000 });
await page.waitForLoadState('networkidle');
await shot(page, 'find');

await stage(page, 'Cut').click();
await expect(page.getByText('border ring')).toBeVisible({ timeout: 30_000 });
await expect(page.getByRole('img', { name: 'After Fit a square' })).toBeVisible();
await shot(page, 'cut');

await stage(page, 'Prove').click();
await page.getByRole('button', { name: 'Pin this state' }).click();
await drawn(page, 'pinned');
await stage(page, 'Vary').click();
const spacing = page.getByRole('textbox', { name: 'Spacing value' });
await spacing.fill('70');
await spacing.press('Enter');
await kept(page);
await stage(page, 'Prove').click();
await drawn(page, 'pinned');
await drawn(page, 'present');
await shot(page, 'prove');

await stage(page, 'Pack').click();
await drawn(page, 'label');
await shot(page, 'pack');
await page.getByRole('button', { name: /^kept/ }).click();
await expect(page.getByText('made for the demo')).toBeVisible();
await page.waitForLoadState('networkidle');
await page.getByText('made for the demo').hover();
await shot(page, 'versions');
await page.keyboard.press('Escape');

await page.getByRole('link', { name: 'Settings' }).click();
await page.getByRole('radio', { name: /Dusk/ }).click();
await openBrush(page, app.url, 'Kelp blade');
await drawn(page, 'wide');
await page.mouse.move(640, 120);
await shot(page, 'vary-dusk');
await app.stop();

const bare = await App.start({ demo: false });
const empty = await bare.page();
await empty.goto(bare.url);
await expect(empty.getByText('A picture becomes a brush')).toBeVisible();
await shot(empty, 'empty');
await bare.stop();

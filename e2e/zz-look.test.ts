import type { Page } from '@playwright/test';
import { withApp, type App } from './app.ts';
import { expect } from './expect.ts';

describe('look', () => {
  let app: App;
  let page: Page;
  withApp((a, p) => { app = a; page = p; }, { demo: false });
  it('shapes', async () => {
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.goto(`${app.url}/new/shapes`);
    await page.waitForTimeout(2500);
    await page.screenshot({ path: '/tmp/s1.png' });
    await page.getByRole('button', { name: /Spoked button/ }).click();
    await expect(page.getByRole('heading', { name: 'What is it made of?' })).toBeVisible();
    await page.waitForTimeout(2500);
    await page.screenshot({ path: '/tmp/s2.png' });
    const row = page.getByRole('listitem', { name: 'Spokes' });
    await row.getByRole('button', { name: /^Spokes/ }).click();
    await page.waitForTimeout(800);
    await page.screenshot({ path: '/tmp/s3.png' });
    await page.getByLabel('Copies value').fill('9');
    await page.keyboard.press('Enter');
    await page.waitForTimeout(1500);
    await page.screenshot({ path: '/tmp/s4.png' });
  });
});

import type { Browser } from '@playwright/test';
import { fileURLToPath } from 'node:url';
import { freshDatabase, makeBrush, startApi, type RunningApi } from '../server/test/helpers.ts';
import { drawn, kept, openBrush } from './acts.ts';
import { launch } from './browser.ts';
import { expect, PATIENCE } from './expect.ts';

const PAGES = fileURLToPath(new URL('../web/dist', import.meta.url));

describe('a server that other machines reach', () => {
  let api: RunningApi;
  let browser: Browser;
  let url: string;
  before(async () => {
    const database = await freshDatabase();
    const open = await startApi(database);
    await makeBrush(open, 'Wet moss');
    await open.close();
    api = await startApi(database, { token: 'amber and moss', pages: PAGES, hosts: ['studio.local'] });
    // a name of its own without a certificate: what a browser gives to secure pages only is missing
    browser = await launch(['--host-resolver-rules=MAP studio.local 127.0.0.1']);
    url = api.url.replace('127.0.0.1', 'studio.local');
  });
  after(async () => {
    await browser.close();
    await api.close();
  });

  it('asks for its token on a page, is open afterwards in this browser, and works without a secure context', async () => {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    const faults: string[] = [];
    page.on('pageerror', (error) => faults.push(error.message));
    await page.goto(url);
    expect(await page.evaluate(() => [window.isSecureContext, 'randomUUID' in crypto])).toEqual([false, false]);
    const token = page.getByRole('textbox', { name: 'Token' }).or(page.getByLabel('Token', { exact: true }));
    await token.first().fill('a guess');
    await page.getByRole('button', { name: 'Go in' }).click();
    await expect(page.getByRole('alert')).toHaveText('This is not the token of this server.');
    await expect(async () => {
      await token.first().fill('amber and moss');
      await page.getByRole('button', { name: 'Go in' }).click();
      await expect(page.getByRole('article', { name: 'Wet moss' })).toBeVisible({ timeout: 2000 });
    }).toPass({ timeout: PATIENCE });
    await openBrush(page, url, 'Wet moss');
    const spacing = page.getByRole('textbox', { name: 'Spacing value' });
    await spacing.fill('44');
    await spacing.press('Enter');
    await kept(page, 2);
    const [cookie] = await context.cookies();
    expect(cookie).toMatchObject({ httpOnly: true, sameSite: 'Strict' });
    const again = await context.newPage();
    await again.goto(page.url());
    await drawn(again, 'sheet');
    await expect(again.getByRole('textbox', { name: 'Spacing value' })).toHaveValue('44 %');
    expect(faults).toEqual([]);
    await context.close();
  });
});

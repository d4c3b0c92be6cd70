import { withApp, type WatchedPage, type App } from './app.ts';
import { expect } from './expect.ts';
import { drawn, scanBlots } from './acts.ts';

describe('the marks of a sheet', () => {
  let app: App;
  let page: WatchedPage;
  withApp(
    (started, opened) => {
      app = started;
      page = opened;
    },
    { demo: false },
  );

  it('a mark is left out, and the others become one brush that deals them', async () => {
    await scanBlots(page, app.url);
    await page.getByRole('button', { name: 'Find the marks' }).click();
    await page.getByRole('button', { name: 'Mark 2', exact: true }).click({ timeout: 30_000 });
    await expect(page.getByRole('button', { name: 'Mark 2', exact: true })).toHaveAttribute('aria-pressed', 'false');
    await page.getByRole('button', { name: 'One brush, a deck of these (5)' }).click();
    await expect(page).toHaveURL(/\/vary$/, { timeout: 60_000 });
    await drawn(page, 'sheet');
    await expect(page.getByText('5 tips', { exact: false }).first()).toBeVisible();
    await page.waitForLoadState('networkidle');
  });
});

import { middleOf, openBrush } from './acts.ts';
import { withApp, type App, type WatchedPage } from './app.ts';
import { expect } from './expect.ts';
import { fillCabinet } from './many-brushes.ts';

describe('the cabinet after a day of work', () => {
  let app: App;
  let page: WatchedPage;
  withApp((a, p) => {
    app = a;
    page = p;
  });
  const box = (name: string) => page.getByRole('article', { name, exact: true });
  const choose = (name: string) => page.getByRole('checkbox', { name: `Choose ${name}`, exact: true });
  const drawer = (name: string) =>
    page.getByRole('navigation', { name: 'Drawers and material' }).getByRole('link', { name: new RegExp(`^${name}`) });
  const find = (words: string) => page.getByRole('textbox', { name: /^Find in/ }).fill(words);
  const more = async (name: string, what: string) => {
    await box(name).hover();
    await page.getByRole('button', { name: `More for ${name}`, exact: true }).click();
    await page.getByRole('menuitem', { name: what, exact: true }).click();
  };

  it('a brush is renamed in its place, and that is taken back by keys', async () => {
    await page.goto(app.url);
    await expect(box('Crust lichen')).toBeVisible();
    await more('Crust lichen', 'rename');
    await page.getByRole('textbox', { name: 'Name of Crust lichen' }).fill('Old crust');
    await page.keyboard.press('Enter');
    await expect(box('Old crust')).toBeVisible();
    await page.keyboard.press('Control+z');
    await expect(box('Crust lichen')).toBeVisible();
  });

  it('a copy lies beside its brush, and opens', async () => {
    await more('Kelp blade', 'copy');
    await expect(box('Kelp blade copy')).toBeVisible();
    await openBrush(page, app.url, 'Kelp blade copy');
    await page.goBack();
  });

  it('several are chosen, tagged, found by their tag with the match shown, and put away together', async () => {
    await page.goto(app.url);
    await choose('Crust lichen').check({ force: true });
    await choose('Boat paint').check({ force: true });
    await page.getByRole('button', { name: 'tags…' }).click();
    await page.getByRole('textbox', { name: 'another tag' }).fill('north quay');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('dialog').getByRole('button', { name: 'north quay' })).toHaveClass(/on/);
    await page.keyboard.press('Escape');
    await find('quay');
    await expect(page.getByRole('article')).toHaveCount(2);
    await expect(box('Boat paint').locator('mark').filter({ hasText: 'quay' })).toHaveText(['quay']);
    await page.getByRole('toolbar').getByRole('button', { name: 'put away' }).click();
    await expect(page.getByText('No brush is found by that')).toBeVisible();
    await page.getByRole('button', { name: 'take back' }).last().click();
    await expect(page.getByRole('article')).toHaveCount(2);
    await find('');
  });

  it('is searched in words for what brushes are and do', async () => {
    await find('band');
    await expect(box('Mooring rope')).toBeVisible();
    await expect(box('Crust lichen')).toHaveCount(0);
    await find('');
  });

  it('a drawer is made, a brush is carried into it, and the drawer to another place', async () => {
    await page.getByRole('button', { name: 'new drawer' }).click();
    await page.getByRole('textbox', { name: 'Name of the new drawer' }).fill('Attic');
    await page.keyboard.press('Enter');
    await expect(drawer('Attic')).toBeVisible();
    const from = await middleOf(box('Crust lichen'));
    const to = await middleOf(drawer('Attic'));
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(to.x + 60, to.y, { steps: 6 });
    await expect(page.locator('.carrying')).toHaveText('Crust lichen');
    await page.mouse.move(to.x, to.y, { steps: 4 });
    await expect(page.locator('.drawer.over')).toHaveText(/^Attic/);
    await page.mouse.up();
    await expect(drawer('Attic')).toHaveText('Attic1');
    await drawer('Attic').focus();
    await page.keyboard.press('Alt+ArrowUp');
    const names = () =>
      page.getByRole('navigation', { name: 'Drawers and material' }).getByRole('link').allTextContents();
    await expect
      .poll(async () => {
        const all = await names();
        return all.findIndex((name) => name.startsWith('Attic')) < all.findIndex((name) => name.startsWith('Reliefs'));
      })
      .toBe(true);
  });

  it('what is put away is deleted for good, after it was told what that frees', async () => {
    await page.goto(app.url);
    await box('Kelp blade copy').hover();
    await box('Kelp blade copy').getByRole('button', { name: 'put away' }).click();
    await drawer('Put away').click();
    await more('Kelp blade copy', 'delete for good…');
    await expect(page.getByRole('dialog').getByText(/1 brush with 1 version would go, and 0 files/)).toBeVisible();
    await page.getByRole('button', { name: 'Delete for good' }).click();
    await expect(page.getByText('Nothing is put away')).toBeVisible();
  });

  it('plates tell who uses them, and several brushes are saved as one pack', async () => {
    await page.goto(`${app.url}/?shelf=plates`);
    await page.getByRole('article', { name: 'crust-lichen' }).getByRole('button', { name: 'used by 1' }).click();
    await expect(page.getByRole('dialog').getByRole('link', { name: /Crust lichen/ })).toBeVisible();
    await page.keyboard.press('Escape');
    await page.goto(app.url);
    await choose('Crust lichen').check({ force: true });
    await choose('Boat paint').check({ force: true });
    await page.getByRole('button', { name: 'pack…' }).click();
    const saved = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save the pack' }).click();
    expect((await saved).suggestedFilename()).toBe('brushes.zip');
  });

  it('what one page does is seen in another, and a version of a brush that is open there too', async () => {
    const other = await page.context().newPage();
    await openBrush(other, app.url, 'Boat paint');
    await page.bringToFront();
    await page.goto(app.url);
    await more('Boat paint', 'rename');
    await page.getByRole('textbox', { name: 'Name of Boat paint' }).fill('Hull paint');
    await page.keyboard.press('Enter');
    await expect(other.getByText('Version 2 of this brush was kept elsewhere: renamed from Boat paint.')).toBeVisible();
    await other.getByRole('button', { name: 'take it up' }).click();
    await expect(other.getByRole('button', { name: 'Rename Hull paint' })).toBeVisible();
    await other.getByRole('link', { name: 'Cabinet' }).click();
    await expect(other.getByRole('article', { name: 'Hull paint' })).toBeVisible();
    await page.bringToFront();
    await more('Hull paint', 'rename');
    await page.getByRole('textbox', { name: 'Name of Hull paint' }).fill('Bow paint');
    await page.keyboard.press('Enter');
    await expect(other.getByRole('article', { name: 'Bow paint' })).toBeVisible();
    await other.close();
  });

  it('ten thousand brushes are there at once, as a list too, and are found', async () => {
    await fillCabinet(app.databaseUrl, 10_000);
    await page.goto(app.url);
    await expect(drawer('All brushes')).toContainText('10024');
    await page.getByRole('radio', { name: 'list' }).click();
    await find('rope 9996');
    await expect(box('Mooring rope 9996')).toBeVisible();
    await expect(page.getByRole('article')).toHaveCount(1);
    await find('');
    await page
      .getByRole('navigation', { name: 'Tags' })
      .getByRole('link', { name: /^lot 3/ })
      .click();
    await expect(box('Mooring rope 9996')).toHaveCount(0);
    await page.getByRole('checkbox').first().check();
    await page.getByRole('button', { name: 'all of the shelf' }).click();
    await expect(page.getByRole('toolbar').getByText('2000 brushes')).toBeVisible();
  });
});

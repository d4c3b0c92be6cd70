import { addStep, drawn, kept, openBrush, stage } from './acts.ts';
import { withApp, type App, type WatchedPage } from './app.ts';
import { expect } from './expect.ts';

describe('brushes that print with one plate', () => {
  let app: App;
  let page: WatchedPage;
  withApp((a, p) => {
    app = a;
    page = p;
  });
  const versionsOf = async (name: string): Promise<string[]> => {
    await openBrush(page, app.url, name);
    await page.getByRole('button', { name: /^kept/ }).click();
    const rows = page.getByRole('dialog', { name: 'Versions' }).getByRole('listitem');
    // the dialog opens before its versions are there, and every brush has one
    await rows.first().waitFor();
    const told = await rows.allTextContents();
    await page.keyboard.press('Escape');
    return told;
  };

  it('follow when it is recut in one of them, after pictures of both, and are as they were once it is taken back', async () => {
    await page.goto(app.url);
    for (let k = 0; k < 3; k++) {
      await page.getByRole('article', { name: 'Kelp blade', exact: true }).hover();
      await page.getByRole('button', { name: 'More for Kelp blade', exact: true }).click();
      await page.getByRole('menuitem', { name: 'copy' }).click();
      await expect(
        page.getByRole('article', { name: k === 0 ? 'Kelp blade copy' : `Kelp blade copy ${k + 1}`, exact: true }),
      ).toBeVisible();
    }
    await openBrush(page, app.url, 'Kelp blade');
    await stage(page, 'Cut').click();
    await expect(page.getByRole('button', { name: 'used by 4' })).toBeVisible();
    await addStep(page, 'Smear');
    await drawn(page, 'sheet');
    await kept(page);
    await expect(page.getByText('3 other brushes print with this plate.')).toBeVisible();
    await expect(page.getByRole('img', { name: 'Kelp blade copy 2 with the recut plate' })).toBeVisible();
    await page.getByRole('button', { name: 'Everywhere' }).click();
    await expect(page.getByText('3 other brushes print with the recut plate.')).toBeVisible();
    await expect(page.getByText('3 other brushes print with this plate.')).toHaveCount(0);
    const takeBack = page.getByRole('button', { name: 'take back' });
    await takeBack.click();
    await expect(page.getByText('3 other brushes print as before.')).toBeVisible();
    await expect
      .poll(() => versionsOf('Kelp blade copy 3'))
      .toEqual([
        expect.stringContaining('brought back version 1'),
        expect.stringContaining('its plate recut in Kelp blade'),
        expect.stringContaining('copied from Kelp blade'),
      ]);
  });

  it('part where one of them is recut alone', async () => {
    await openBrush(page, app.url, 'Kelp blade copy');
    await stage(page, 'Cut').click();
    await addStep(page, 'Smear');
    await page.getByRole('button', { name: 'Only here' }).click();
    await expect(page.getByText(/other brushes print with this plate/)).toHaveCount(0);
    await kept(page);
    expect(await versionsOf('Kelp blade copy 2')).toHaveLength(3);
  });
});

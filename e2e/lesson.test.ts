import { withApp, type WatchedPage, type App } from './app.ts';
import { changed, echoAtRest, kept, rested, stage } from './acts.ts';
import { expect } from './expect.ts';

describe('somebody who is new', () => {
  let app: App;
  let page: WatchedPage;
  withApp(
    (started, opened) => {
      app = started;
      page = opened;
    },
    { demo: false },
  );
  const card = (title: string) => page.getByRole('dialog', { name: `First lesson: ${title}` });

  it('takes the first lesson from gravel to a stroke that repeats less, each step pointing at the real control', async () => {
    await page.goto(app.url);
    await page.getByRole('button', { name: /^Take the first lesson/ }).click();
    await expect(card('What prints?')).toBeVisible();
    await card('What prints?').getByRole('button', { name: 'Go on' }).click();
    await card('What is it for?').getByRole('button', { name: 'Go on' }).click();
    await expect(card('On to the strokes')).toBeVisible();
    await stage(page, 'Vary').click();
    const first = await rested(page, 'sheet');
    await expect(card('A first stroke')).toBeVisible();
    await page.getByRole('radiogroup', { name: 'First strokes' }).getByRole('radio').nth(1).click();
    const second = await changed(page, 'sheet', first);
    await expect(card('Now make it worse')).toBeVisible();
    const spacing = page.getByRole('textbox', { name: 'Spacing value' });
    await spacing.fill('8');
    await spacing.press('Enter');
    await changed(page, 'sheet', second);
    await expect(card('The echo')).toBeVisible();
    const worse = await echoAtRest(page);
    await stage(page, 'Prove').click();
    await expect(card('Cure it')).toBeVisible();
    await page.getByRole('button', { name: 'Cure it for me' }).click();
    await expect(card('That is all')).toBeVisible({ timeout: 120_000 });
    await card('That is all').getByRole('button', { name: 'Done' }).click();
    await expect(page.getByRole('dialog')).toHaveCount(0);
    expect(await echoAtRest(page)).toBeLessThanOrEqual(worse);
    await kept(page);
  });

  it('is told what each number means, and led to where the guide says more', async () => {
    for (const what of ['echo', 'texture', 'dabs', 'ms', 'look'])
      await expect(page.getByRole('button', { name: new RegExp(`^What is ${what}\\? .{30,}`) })).toBeVisible();
    await page.getByRole('button', { name: /^What is echo/ }).click();
    const guide = page.getByRole('dialog', { name: 'The guide' });
    await expect(guide.getByRole('article', { name: /^Echo and texture/ })).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(guide).toHaveCount(0);
  });

  it('opens the guide over the work, searches it without a network beyond the server, and turns to what was found', async () => {
    await page.getByRole('button', { name: 'Guide', exact: true }).click();
    const guide = page.getByRole('dialog', { name: 'The guide' });
    await expect(guide.getByRole('list', { name: 'Chapters' }).getByRole('listitem')).toHaveCount(7);
    await guide.getByRole('textbox', { name: 'Search the guide' }).fill('overlap of dabs');
    const found = guide.getByRole('list', { name: 'Found in the guide' });
    await guide.getByRole('textbox', { name: 'Search the guide' }).fill('spacing');
    await found.getByRole('button', { name: /^Spacing/ }).click();
    await expect(guide.getByRole('article', { name: 'Every row' })).toBeVisible();
    await expect(guide.getByRole('heading', { name: 'Spacing', exact: true })).toBeInViewport();
    await guide.getByRole('textbox', { name: 'Search the guide' }).fill('no such word anywhere');
    await expect(guide.getByText('Nothing in the guide says that.')).toBeVisible();
    await guide.getByRole('button', { name: 'Close' }).click();
    await expect(stage(page, 'Prove')).toBeVisible();
  });
});

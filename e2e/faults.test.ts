import type { Page } from '@playwright/test';
import { App } from './app.ts';
import { blotPicture, changed, DEMO_BRUSHES, drawn, kept, openBrush, rested, same, stage } from './acts.ts';
import { expect } from './expect.ts';

const spacing = async (page: Page, text: string): Promise<void> => {
  const value = page.getByRole('textbox', { name: 'Spacing value' });
  await value.fill(text);
  await value.press('Enter');
};

describe('nothing is lost', () => {
  let app: App;
  before(async () => {
    app = await App.start({ apart: true });
  });
  after(() => app.stop());

  it('when the server is killed in the middle of the work', async () => {
    const page = await app.page();
    await openBrush(page, app.url, 'Crust lichen');
    const before = await rested(page, 'sheet');
    await app.kill();
    await spacing(page, '47');
    const after = await changed(page, 'sheet', before);
    await expect(page.getByRole('button', { name: 'not kept yet' })).toBeVisible();
    await expect(page.getByText('Your work is safe in this browser').first()).toBeVisible();
    await app.serve();
    await kept(page, 2);
    await page.reload();
    await drawn(page, 'sheet');
    await same(page, 'sheet', after);
    await page.context().close();
  });

  it('when the tab dies before the server has it', async () => {
    const page = await app.page();
    await openBrush(page, app.url, 'Kelp blade');
    await page.route('**/versions', (route) =>
      route.request().method() === 'POST' ? route.abort() : route.continue(),
    );
    await spacing(page, '61');
    await expect(page.getByRole('button', { name: 'not kept yet' })).toBeVisible();
    const address = page.url();
    const { context } = { context: page.context() };
    await page.close({ runBeforeUnload: false });
    const again = await context.newPage();
    await again.goto(address);
    await expect(again.getByText(/was found and kept as version 2/)).toBeVisible();
    await expect(again.getByRole('textbox', { name: 'Spacing value' })).toHaveValue('61 %');
    await context.close();
  });

  it('when two tabs change one brush: the later save becomes a branch and says so', async () => {
    const one = await app.page();
    const two = await app.page();
    await openBrush(one, app.url, 'Barnacle field');
    await openBrush(two, app.url, 'Barnacle field');
    await spacing(one, '50');
    await kept(one, 2);
    await spacing(two, '70');
    await expect(two.getByText(/kept as a branch, version 3; nothing was overwritten/)).toBeVisible();
    await expect(two.getByRole('button', { name: 'kept, branch 1, version 3' })).toBeVisible();
    await one.reload();
    await expect(one.getByRole('textbox', { name: 'Spacing value' })).toHaveValue('50 %');
    await one.getByRole('button', { name: /^kept/ }).click();
    await one.getByRole('button', { name: 'Bring back version 3' }).click();
    await expect(one.getByRole('textbox', { name: 'Spacing value' })).toHaveValue('70 %');
    await kept(one, 4);
    await one.context().close();
    await two.context().close();
  });

  it('when the disk of the database is full, and the reason is told', async () => {
    const page = await app.page();
    await openBrush(page, app.url, 'Boat paint');
    const full = {
      code: 'storage-failed',
      detail: 'The disk of the database is full; nothing was kept. Make room, then try again.',
    };
    let refuse = true;
    await page.route('**/versions', (route) =>
      refuse && route.request().method() === 'POST'
        ? route.fulfill({ status: 507, contentType: 'application/problem+json', body: JSON.stringify(full) })
        : route.continue(),
    );
    await spacing(page, '33');
    await expect(page.getByText(/disk of the database is full/)).toBeVisible();
    refuse = false;
    await kept(page, 2);
    await page.context().close();
  });
});

describe('bad files are told in one sentence and leave nothing behind', () => {
  let app: App;
  let page: Page & { faults: string[] };
  before(async () => {
    app = await App.start();
    page = await app.page();
    await page.goto(app.url);
  });
  after(() => app.stop());

  const drop = (name: string, buffer: Buffer) =>
    page.getByLabel('Picture or pack').setInputFiles({ name, mimeType: 'image/png', buffer });
  const bad: readonly [string, string, () => Promise<Buffer>, RegExp][] = [
    ['an empty file', 'nothing.png', () => Promise.resolve(Buffer.alloc(0)), /nothing\.png is empty/],
    [
      'text under the name of a picture',
      'letter.png',
      () => Promise.resolve(Buffer.from('dear sir')),
      /letter\.png cannot be read/,
    ],
    [
      'a picture that is cut off',
      'half.jpg',
      async () => (await blotPicture()).subarray(0, 3000),
      /half\.jpg cannot be read/,
    ],
    ['a broken pack', 'broken.zip', () => Promise.resolve(Buffer.from('PK\x03\x04 and no more')), /not a complete zip/],
  ];
  for (const [what, name, make, sentence] of bad)
    it(what, async () => {
      await drop(name, await make());
      await expect(page.getByRole('alert').getByText(sentence)).toBeVisible();
      await expect(page.getByRole('article')).toHaveCount(DEMO_BRUSHES);
      await page.getByRole('button', { name: 'Close' }).first().click();
    });

  it('a recipe that leaves nothing to print is told, and undo prints again', async () => {
    await openBrush(page, app.url, 'Crust lichen');
    await stage(page, 'Cut').click();
    const push = async (name: string, times: number) => {
      await page.getByRole('slider', { name, exact: true }).focus();
      for (let i = 0; i < times; i++) await page.keyboard.press('Shift+ArrowRight');
    };
    await push('High end', 8);
    await push('Low end', 16);
    await expect(
      page
        .getByRole('alert')
        .getByText(/Nothing in the picture prints/)
        .first(),
    ).toBeVisible();
    await expect(stage(page, 'Cut')).toContainText('nothing prints');
    for (let i = 0; i < 24; i++) await page.keyboard.press('Control+z');
    await expect(stage(page, 'Cut')).toContainText('border is clear');
    await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
    expect(page.faults).toEqual([]);
  });

  it('an address without a brush says so and leads back', async () => {
    await page.goto(`${app.url}/brush/none/vary`);
    await expect(page.getByText('There is no such brush.')).toBeVisible();
    await page.getByRole('link', { name: 'To the cabinet' }).click();
    await expect(page.getByRole('article')).toHaveCount(DEMO_BRUSHES);
  });
});

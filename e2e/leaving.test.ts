import type { BrowserContext, Page } from '@playwright/test';
import { addStep, drawn, kept, openBrush, stage } from './acts.ts';
import { App } from './app.ts';
import { expect } from './expect.ts';

const spacing = (page: Page) => page.getByRole('textbox', { name: 'Spacing value' });
async function enter(page: Page, text: string): Promise<void> {
  await spacing(page).fill(text);
  await spacing(page).press('Enter');
}
/** Lets time pass in the page, where time itself is what is tried. */
const passes = (page: Page, ms: number): Promise<void> =>
  page.evaluate((long) => new Promise<void>((done) => setTimeout(done, long)), ms);
/** Nothing that is sent as a version arrives. */
const cutOff = async (page: Page): Promise<void> => {
  await page.route('**/versions', (route) => (route.request().method() === 'POST' ? route.abort() : route.continue()));
};

describe('nothing that was done is lost', () => {
  let app: App;
  let address: string;
  let context: BrowserContext;
  before(async () => {
    app = await App.start();
  });
  after(() => app.stop());
  const opened = async (name: string): Promise<Page> => {
    const page = await app.page();
    await openBrush(page, app.url, name);
    context = page.context();
    address = page.url();
    return page;
  };
  /** What the spacing is in a page that is opened afterwards. */
  const found = async (text: string): Promise<Page> => {
    const again = await context.newPage();
    await again.goto(address);
    await drawn(again, 'sheet');
    await expect(spacing(again)).toHaveValue(text);
    return again;
  };

  for (const ms of [0, 50, 150, 250])
    it(`when the page is closed ${ms} ms after a typed value`, async () => {
      const page = await opened('Crust lichen');
      await enter(page, String(41 + ms / 10));
      await passes(page, ms);
      await page.close();
      await found(`${41 + ms / 10} %`);
      await context.close();
    });

  it('when the cabinet is opened right after a value, an undo, a name or keys on a handle', async () => {
    const page = await opened('Kelp blade');
    const away = async () => {
      await page.getByRole('link', { name: 'Cabinet' }).click();
      await expect(page.getByRole('main')).toHaveClass('cabinet');
      await page.goto(address);
      await drawn(page, 'sheet');
      await kept(page);
    };
    const before = await spacing(page).inputValue();
    await enter(page, '63');
    await away();
    await expect(spacing(page)).toHaveValue('63 %');
    await enter(page, '71');
    await kept(page);
    await page.keyboard.press('Control+z');
    await away();
    await expect(spacing(page)).toHaveValue('63 %');
    await page.getByRole('button', { name: /^Rename / }).click();
    await page.getByRole('textbox', { name: 'Name of the brush' }).fill('Kelp by the wall');
    await page.keyboard.press('Enter');
    await away();
    await expect(page.getByRole('button', { name: 'Rename Kelp by the wall' })).toBeVisible();
    await page.locator('[aria-label="Spacing"] [role=slider]').first().focus();
    await page.keyboard.press('ArrowRight');
    const nudged = await spacing(page).inputValue();
    expect(nudged).not.toBe('63 %');
    expect(nudged).not.toBe(before);
    await away();
    await expect(spacing(page)).toHaveValue(nudged);
    await context.close();
  });

  for (const how of ['closed', 'left for the cabinet'] as const)
    it(`when four things are done while the server is away and the page is ${how}: four versions come`, async () => {
      const page = await opened(how === 'closed' ? 'Barnacle field' : 'Boat paint');
      await cutOff(page);
      for (const [k, text] of ['31', '33', '35', '37'].entries()) {
        await enter(page, text);
        await expect(spacing(page)).toHaveValue(`${text} %`);
        // longer than what makes two gestures one
        if (k < 3) await passes(page, 500);
      }
      await expect(page.getByRole('button', { name: 'not kept yet' })).toBeVisible();
      if (how === 'closed') await page.close({ runBeforeUnload: false });
      else {
        await page.getByRole('link', { name: 'Cabinet' }).click();
        await expect(page.getByRole('main')).toHaveClass('cabinet');
        await page.unroute('**/versions');
      }
      const again = await found('37 %');
      await kept(again);
      await again.getByRole('button', { name: /^kept/ }).click();
      for (const text of ['31', '33', '35', '37'])
        await expect(again.getByRole('dialog').getByText(`Spacing ${text} %`, { exact: true })).toBeVisible();
      await context.close();
    });

  it('when the browser keeps nothing: it is sent all the same, and one line says what protects it', async () => {
    const page = await app.page();
    await page.addInitScript(() => {
      indexedDB.open = () => {
        throw new DOMException('refused', 'SecurityError');
      };
      Object.defineProperty(window, 'sessionStorage', {
        get: () => {
          throw new DOMException('refused', 'SecurityError');
        },
      });
    });
    await openBrush(page, app.url, 'Crust lichen');
    await enter(page, '52');
    await kept(page);
    await cutOff(page);
    await enter(page, '54');
    await expect(page.getByText('only this page holds your work').first()).toBeVisible();
    await page.unroute('**/versions');
    await kept(page);
    await page.context().close();
  });

  it('when a state is refused for good: that is told, and the next one is kept', async () => {
    const page = await opened('Crust lichen');
    let refuse = true;
    await page.route('**/versions', (route) =>
      refuse && route.request().method() === 'POST'
        ? route.fulfill({
            status: 422,
            contentType: 'application/problem+json',
            body: JSON.stringify({ code: 'bad-value', detail: 'The request: body.brush.name cannot be kept.' }),
          })
        : route.continue(),
    );
    await enter(page, '83');
    await expect(page.getByRole('button', { name: 'not kept', exact: true })).toBeVisible();
    await expect(page.getByText('body.brush.name cannot be kept').first()).toBeVisible();
    await page.reload();
    refuse = false;
    await expect(page.getByText('A state of this brush was not kept')).toBeVisible();
    await page.getByRole('button', { name: 'take it up' }).click();
    await expect(spacing(page)).toHaveValue('83 %');
    await kept(page);
    await context.close();
  });

  it('when a tab is opened from a tab, and both are cut off', async () => {
    const page = await opened('Kelp by the wall');
    const other = page.waitForEvent('popup');
    await page.evaluate((url) => void window.open(url), address);
    const second = await other;
    await drawn(second, 'sheet');
    for (const [tab, text] of [
      [page, '21'],
      [second, '22'],
    ] as const) {
      await cutOff(tab);
      await enter(tab, text);
      await expect(tab.getByRole('button', { name: 'not kept yet' })).toBeVisible();
    }
    await page.close({ runBeforeUnload: false });
    await second.close({ runBeforeUnload: false });
    const again = await context.newPage();
    await again.goto(address);
    await drawn(again, 'sheet');
    await kept(again);
    await again.getByRole('button', { name: /^kept/ }).click();
    for (const text of ['21', '22'])
      await expect(again.getByRole('dialog').getByText(`Spacing ${text} %`, { exact: true })).toBeVisible();
    await context.close();
  });

  it('when the plate of what was done last is still being cut', async () => {
    const page = await opened('Crust lichen');
    await stage(page, 'Cut').click();
    await addStep(page, 'Blur');
    await page.close();
    const again = await context.newPage();
    await again.goto(address.replace(/vary$/, 'cut'));
    await expect(again.locator('li.card', { hasText: 'Blur' })).toBeVisible();
    await kept(again);
    await context.close();
  });
});

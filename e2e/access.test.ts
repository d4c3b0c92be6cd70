import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { App } from './app.ts';
import { drawn, middleOf, openBrush, scribble, stage } from './acts.ts';
import { expect } from './expect.ts';

describe('the application for everyone', () => {
  let app: App;
  let page: Page;
  before(async () => {
    app = await App.start();
    page = await app.page();
  });
  after(() => app.stop());

  /** Nothing of the page as it stands is barred from those who use it with assistive technology. */
  const look = async (name: string) => {
    const { violations } = await new AxeBuilder({ page }).setLegacyMode().withTags(['wcag2a', 'wcag2aa']).analyze();
    expect(violations.map((v) => `${name}: ${v.id} ${v.nodes[0]?.html.slice(0, 120)}`)).toEqual([]);
  };

  it('the cabinet can be used with assistive technology', async () => {
    await page.goto(app.url);
    await expect(page.getByRole('article').first()).toBeVisible();
    await look('cabinet');
  });

  it('every stage can be used with assistive technology', async () => {
    await openBrush(page, app.url, 'Crust lichen');
    for (const name of ['Find', 'Cut', 'Vary', 'Prove', 'Pack']) {
      await stage(page, name).click();
      await drawn(page, 'sheet');
      // what comes with a worker's answer is looked at too, not only what is there at once
      if (name === 'Find') await expect(page.locator('.answers canvas').first()).toBeAttached();
      if (name === 'Cut') await expect(page.locator('.card .shot canvas').first()).toBeAttached();
      await look(name);
    }
  });

  it('every way to prove can be used with assistive technology', async () => {
    await openBrush(page, app.url, 'Crust lichen');
    await stage(page, 'Prove').click();
    for (const view of ['pins', 'ladder', 'ground', 'surface']) {
      await page.getByRole('radio', { name: view, exact: true }).click();
      await look(`Prove, ${view}`);
    }
    await page.getByRole('radio', { name: 'ground', exact: true }).click();
    await scribble(page);
    await page.keyboard.press('s');
    const { x, y } = await middleOf(page.getByTestId('wide'));
    await page.mouse.click(x, y);
    await expect(page.getByRole('group', { name: 'The picked stroke' })).toBeVisible();
    await look('a picked stroke');
    await page.keyboard.press('Escape');
  });

  it('reliefs can be used with assistive technology', async () => {
    await page.goto(`${app.url}/new/clay`);
    await look('new clay');
    await openBrush(page, app.url, 'Mussel scale');
    await stage(page, 'Find').click();
    await page.getByRole('radio', { name: 'bends it' }).click();
    await expect(page.getByTestId('lattice')).toBeVisible();
    await look('a mesh');
    await stage(page, 'Vary').click();
    await page.getByRole('tab', { name: 'relief' }).click();
    await look('thickness');
    await openBrush(page, app.url, 'Cracked silt');
    await stage(page, 'Find').click();
    await expect(page.locator('.profile').first()).toBeVisible();
    await look('heights');
  });

  it('all of it can be used with assistive technology at dusk', async () => {
    await page.goto(app.url);
    await page.getByRole('link', { name: 'Settings' }).click();
    await page.getByRole('radio', { name: /Dusk/ }).click();
    await look('settings at dusk');
    await openBrush(page, app.url, 'Crust lichen');
    await look('Vary at dusk');
    for (const maker of ['type', 'numbers', 'shapes', 'draw']) {
      await page.goto(`${app.url}/new/${maker}`);
      await expect(page.getByRole('button', { name: /^Make a brush|^Begin|^Draw on|^One disc/ }).first()).toBeVisible();
      await look(`${maker} at dusk`);
    }
  });

  it('fits windows of many sizes: nothing lies beyond their right edge, and the sheet stays in view over the rows', async () => {
    await openBrush(page, app.url, 'Crust lichen');
    for (const [width, height] of [
      [1024, 700],
      [820, 1180],
      [640, 400],
    ]) {
      await page.setViewportSize({ width, height });
      for (const name of ['Cut', 'Prove', 'Vary']) {
        await stage(page, name).click();
        await drawn(page, 'sheet');
        expect(
          await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth),
          `${name} at ${width}`,
        ).toBeLessThanOrEqual(0);
      }
      const flow = page.getByRole('textbox', { name: 'Flow value' });
      await flow.scrollIntoViewIfNeeded();
      await expect(flow).toBeInViewport();
      // in the lowest windows the sheet goes with the page: both would not fit
      if (height > 560) await expect(page.getByTestId('wide')).toBeInViewport();
      // what is chosen from opens within the window as a whole
      await page.getByRole('tab', { name: 'grain', exact: true }).click();
      await page.getByRole('button', { name: 'Choose a plate' }).click();
      await expect(page.locator('.plate-pick').first()).toBeVisible();
      await expect(page.getByRole('dialog')).toBeInViewport({ ratio: 1 });
      await page.keyboard.press('Escape');
      await page.getByRole('tab', { name: 'rows', exact: true }).click();
    }
    await page.setViewportSize({ width: 1280, height: 800 });
  });

  it('is walked by keys: the work is one press away, and a row is one stop', async () => {
    await openBrush(page, app.url, 'Crust lichen');
    // a page that was just loaded is walked from its top
    await page.reload();
    await drawn(page, 'sheet');
    await page.keyboard.press('Tab');
    await expect(page.getByRole('link', { name: 'Skip to the work' })).toBeFocused();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('main')).toBeFocused();
    await expect(page.getByRole('heading', { level: 1 })).toHaveCount(1);
    await page.getByRole('button', { name: 'Spacing', exact: true }).focus();
    await page.keyboard.press('Tab');
    await expect(page.getByRole('button', { name: 'Across', exact: true })).toBeFocused();
    await page.keyboard.press('/');
    await page.keyboard.type('twirl');
    await page.getByRole('option').first().waitFor();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('combobox', { name: 'Add a step' })).toBeFocused();
    await expect(page.getByRole('option', { name: /Twirl/ })).toBeVisible();
  });
});

import type { Page } from '@playwright/test';
import { decode } from 'fast-png';
import { changed, darkOver, drawn, kept, middleOf, openBrush, picture, rested, same, stage } from './acts.ts';
import { withApp, type App } from './app.ts';
import { expect, PATIENCE } from './expect.ts';

describe('strokes are tried on a ground and edited afterwards', () => {
  let app: App;
  let page: Page;
  withApp((started, opened) => {
    app = started;
    page = opened;
  });
  const ground = () => page.getByRole('region', { name: 'Ground', exact: true });
  const paper = () => page.getByTestId('wide');
  /** Draws from place to place, in px from the middle of the paper. */
  const draw = async (...places: [number, number][]) => {
    const { x, y } = await middleOf(paper());
    await page.mouse.move(x + places[0][0], y + places[0][1]);
    await page.mouse.down();
    for (const [dx, dy] of places.slice(1)) await page.mouse.move(x + dx, y + dy, { steps: 10 });
    await page.mouse.up();
  };
  const shown = async () => decode(await picture(page, 'wide'));
  /** How dark the wide sheet is over a box, in px from its middle. */
  const darkness = async (dx: number, dy: number, w: number, h: number): Promise<number> => {
    const all = await shown();
    return darkOver(all, all.width / 2 + dx, all.height / 2 + dy, w, h);
  };
  const settled = () => kept(page);

  it('a held key takes away what was drawn, another makes the stroke straight, and both are told', async () => {
    await openBrush(page, app.url, 'Boat paint');
    await page.getByRole('button', { name: 'hide sample strokes' }).click();
    await drawn(page, 'wide');
    await expect.poll(() => darkness(-200, -100, 400, 200)).toBe(0);
    await page.keyboard.down('l');
    await draw([-220, 0], [0, -140], [220, 0]);
    await page.keyboard.up('l');
    await expect.poll(() => darkness(-100, -20, 200, 40)).toBeGreaterThan(20);
    // the stroke went up with the hand, its ink did not
    expect(await darkness(-40, -180, 80, 60)).toBe(0);
    const inked = await darkness(-30, -30, 60, 60);
    await page.keyboard.down('t');
    await expect(page.getByText('the next stroke takes away')).toBeVisible();
    for (let k = 0; k < 3; k++) await draw([-30, 0], [30, 0]);
    await page.keyboard.up('t');
    await expect.poll(() => darkness(-30, -30, 60, 60)).toBeLessThan(inked * 0.7);
    await settled();
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+z');
    await expect.poll(() => darkness(-30, -30, 60, 60)).toBeCloseTo(inked, 5);
  });

  it('keys make the brush larger and smaller', async () => {
    const size = page.getByRole('textbox', { name: 'Size value' });
    const before = await rested(page, 'wide');
    await page.keyboard.press('+');
    await changed(page, 'wide', before);
    await page.keyboard.press('-');
    await same(page, 'wide', before);
    await expect(size).toBeVisible();
  });

  it('a picked stroke is made wider along its way by keys, and wide as drawn again', async () => {
    await page.keyboard.press('s');
    await expect(page.getByText('press on one of your strokes to pick it')).toBeVisible();
    const { x, y } = await middleOf(paper());
    await page.mouse.click(x, y);
    const editor = page.getByRole('group', { name: 'The picked stroke' });
    await expect(editor).toContainText('Stroke 1 of 1');
    const before = await rested(page, 'wide');
    const handle = page.getByRole('slider', { name: 'Width 50 % along the stroke' });
    await handle.focus();
    await page.keyboard.press('Shift+ArrowUp');
    await expect(handle).toHaveAttribute('aria-valuenow', '150');
    await changed(page, 'wide', before);
    await editor.getByRole('button', { name: 'a width point more' }).click();
    await expect(page.getByRole('slider', { name: /^Width \d+ % along the stroke/ })).toHaveCount(4);
    await editor.getByRole('button', { name: 'width as drawn' }).click();
    await same(page, 'wide', before);
  });

  it('it takes another brush and a colour of its own, stands twice, moves over and under, and goes', async () => {
    const editor = page.getByRole('group', { name: 'The picked stroke' });
    const before = await rested(page, 'wide');
    await editor.getByRole('button', { name: /^Brush of the stroke: / }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Crust lichen', exact: true }).click();
    const lichen = await changed(page, 'wide', before);
    await editor.getByLabel('Colour of the stroke').fill('#204060');
    const blue = await changed(page, 'wide', lichen);
    await editor.getByRole('button', { name: "the brush's own" }).click();
    await same(page, 'wide', lichen);
    await page.keyboard.press('Control+z');
    await same(page, 'wide', blue);
    await editor.getByRole('button', { name: 'twice' }).click();
    await expect(editor).toContainText('Stroke 2 of 2');
    await editor.getByRole('button', { name: 'under' }).click();
    await expect(editor).toContainText('Stroke 1 of 2');
    await page.keyboard.press('Delete');
    await same(page, 'wide', blue);
    await settled();
    await page.reload();
    await drawn(page, 'wide');
    await same(page, 'wide', blue);
  });

  it('strokes are played again sample by sample and shown whole at the end', async () => {
    const whole = await rested(page, 'wide');
    await page.getByRole('button', { name: 'play again' }).click();
    await expect(page.getByRole('button', { name: 'once more' })).toBeVisible();
    const slider = page.getByRole('slider', { name: 'How far the strokes are drawn' });
    await slider.focus();
    await page.keyboard.press('Home');
    await changed(page, 'wide', whole);
    const start = await rested(page, 'wide');
    for (let k = 0; k < 8; k++) await page.getByRole('button', { name: 'a sample on' }).click();
    await changed(page, 'wide', start);
    await page.getByRole('button', { name: 'all', exact: true }).click();
    await same(page, 'wide', whole);
  });

  it('the sheet is made larger where the pointer is, moved by space and the middle button, and drawn on there', async () => {
    const whole = await rested(page, 'wide');
    const { x, y } = await middleOf(paper());
    const zoomed = (percent: number) => page.getByRole('button', { name: `Sheet at ${percent} %` });
    await page.mouse.move(x - 100, y - 60);
    await page.mouse.wheel(0, -320);
    await expect(zoomed(200)).toBeVisible();
    const double = await changed(page, 'wide', whole);
    await page.keyboard.down('Space');
    await expect(page.getByText('drag to move the sheet')).toBeVisible();
    await draw([0, 0], [150, 90]);
    await page.keyboard.up('Space');
    const moved = await changed(page, 'wide', double);
    await page.mouse.move(x, y);
    await page.mouse.down({ button: 'middle' });
    await page.mouse.move(x - 150, y - 90, { steps: 5 });
    await page.mouse.up({ button: 'middle' });
    await changed(page, 'wide', moved);
    await same(page, 'wide', double);
    // the stroke lies where the hand drew it
    const before = await darkness(-120, -30, 240, 60);
    await draw([-100, 0], [100, 0]);
    await expect.poll(() => darkness(-120, -30, 240, 60)).toBeGreaterThan(before + 10);
    await settled();
    await page.keyboard.press('Control+z');
    await same(page, 'wide', double);
    // at the place where it was made larger nothing has moved, so the same turn of the wheel brings all of it back
    await page.mouse.move(x - 100, y - 60);
    await page.mouse.wheel(0, 320);
    await same(page, 'wide', whole);
  });

  it('two fingers move the sheet and pinch it, and draw nothing', async () => {
    const whole = await rested(page, 'wide');
    const { x, y } = await middleOf(paper());
    const hand = await page.context().newCDPSession(page);
    type Finger = readonly [dx: number, dy: number];
    const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', ...fingers: Finger[]) =>
      hand.send('Input.dispatchTouchEvent', {
        type,
        touchPoints: fingers.map(([dx, dy], id) => ({ x: x + dx, y: y + dy, id })),
      });
    /** Both fingers from where they came down to somewhere else, in steps as a hand makes them. */
    const fingers = async (from: readonly [Finger, Finger], to: readonly [Finger, Finger]) => {
      const at = (k: number) => from.map(([a, b], i): Finger => [a + (to[i][0] - a) * k, b + (to[i][1] - b) * k]);
      // one comes down first
      await touch('touchStart', from[0]);
      await touch('touchStart', ...from);
      for (let k = 1; k <= 6; k++) await touch('touchMove', ...at(k / 6));
      await touch('touchEnd');
    };
    const narrow = [
      [-40, 0],
      [40, 0],
    ] as const;
    const broad = [
      [-80, 0],
      [80, 0],
    ] as const;
    await fingers(narrow, broad);
    await expect(page.getByRole('button', { name: 'Sheet at 200 %' })).toBeVisible();
    const double = await changed(page, 'wide', whole);
    const aside = [
      [-40, 50],
      [40, 50],
    ] as const;
    await fingers(narrow, aside);
    await changed(page, 'wide', double);
    await fingers(aside, narrow);
    await same(page, 'wide', double);
    await fingers(broad, narrow);
    await same(page, 'wide', whole);
  });

  it('the sheet goes from 12 to 800 %, and everything that is drawn is brought into view', async () => {
    const whole = await rested(page, 'wide');
    const view = page.getByRole('group', { name: 'View of the sheet' });
    for (const percent of [200, 400, 800]) {
      await view.getByRole('button', { name: 'Larger view' }).click();
      await expect(view.getByRole('button', { name: `Sheet at ${percent} %` })).toBeVisible();
    }
    await page.mouse.wheel(0, -2000);
    for (const percent of [400, 200, 100, 50, 25, 12]) {
      await view.getByRole('button', { name: 'Smaller view' }).click();
      await expect(view.getByRole('button', { name: `Sheet at ${percent} %` })).toBeVisible();
    }
    await changed(page, 'wide', whole);
    await view.getByRole('button', { name: 'fit' }).click();
    await expect(view.getByRole('button', { name: 'Sheet at 100 %' })).toBeVisible();
    await same(page, 'wide', whole);
  });

  it('one key gives the sheet the whole window; what was put aside comes at its edge', async () => {
    const whole = await rested(page, 'wide');
    const size = () =>
      paper()
        .boundingBox()
        .then((box) => (box ? box.width * box.height : 0));
    const before = await size();
    const controls = page.getByRole('region', { name: /^Controls/ });
    const outside = async () => ((await controls.boundingBox())?.x ?? 0) < -200;
    await page.keyboard.press('a');
    await expect.poll(size).toBeGreaterThan(0.85 * 1280 * 800);
    expect(await size()).toBeGreaterThan(2.5 * before);
    await expect.poll(outside).toBe(true);
    await page.mouse.move(4, 400);
    await expect.poll(outside).toBe(false);
    await page.mouse.move(700, 400);
    await expect.poll(outside).toBe(true);
    await page.getByRole('button', { name: 'the bench again' }).click();
    await expect.poll(size).toBe(before);
    await same(page, 'wide', whole);
  });

  it('on the scene strokes lie behind, in front of and only on its layers', async () => {
    await stage(page, 'Prove').click();
    await page.getByRole('radio', { name: 'ground', exact: true }).click();
    const white = await rested(page, 'wide');
    await ground().getByRole('radio', { name: 'the scene' }).click();
    const front = await changed(page, 'wide', white);
    await page.getByRole('radio', { name: 'behind', exact: true }).click();
    await page.getByRole('radio', { name: 'the panes', exact: true }).click();
    const behind = await changed(page, 'wide', front);
    await page.getByRole('radio', { name: 'only on', exact: true }).click();
    const clipped = await changed(page, 'wide', behind);
    expect(new Set([front, behind, clipped]).size).toBe(3);
    await page.getByRole('combobox', { name: 'Blend with the ground' }).click();
    await page.getByRole('option', { name: 'difference' }).click();
    const difference = await changed(page, 'wide', clipped);
    await page.getByRole('textbox', { name: 'Blur value' }).fill('6');
    await page.keyboard.press('Enter');
    await changed(page, 'wide', difference);
  });

  it('a cover is taken away by the strokes, and what lies below is seen only there', async () => {
    await page.getByRole('radio', { name: 'uncovers', exact: true }).click();
    await page.getByLabel('Colour of the cover').fill('#ffffff');
    await expect.poll(() => darkness(-250, 150, 60, 40)).toBe(0);
    await expect.poll(() => darkness(-60, -20, 120, 40)).toBeGreaterThan(5);
  });

  it('a colour is taken from the ground for the ink', async () => {
    await ground().getByRole('radio', { name: 'black', exact: true }).click();
    await page.getByRole('radio', { name: 'on top', exact: true }).click();
    await page.getByRole('button', { name: 'Take a colour' }).click();
    const { x, y } = await middleOf(paper());
    await page.mouse.click(x - 200, y - 150);
    await expect(page.getByRole('button', { name: 'Take a colour' })).toBeVisible();
    await stage(page, 'Vary').click();
    await page.getByRole('tab', { name: 'ink' }).click();
    await expect(page.getByLabel('First ink', { exact: true })).toHaveValue('#000000');
  });

  it('one dab is put back where the tip was cut from', async () => {
    await stage(page, 'Prove').click();
    const black = await rested(page, 'wide');
    await page.getByRole('button', { name: 'Its own source' }).click();
    const source = await changed(page, 'wide', black);
    await page.getByRole('button', { name: 'One dab where it was cut' }).click();
    await changed(page, 'wide', source);
    await page.keyboard.press('s');
    const { x, y } = await middleOf(paper());
    // the dab lies on top as soon as it is cut
    await expect(async () => {
      await page.mouse.click(x, y);
      await expect(page.getByRole('group', { name: 'The picked stroke' })).toContainText('as it was cut', {
        timeout: 500,
      });
    }).toPass({ timeout: PATIENCE });
  });
});

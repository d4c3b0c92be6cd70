import { makeFigure, makeShapes, shapesSvg } from '@amber-stamp/core/make';
import type { Page } from '@playwright/test';
import { changed, drawn, drawOn, handles, kept, middleOf, type Place, rested, same, stage } from './acts.ts';
import { withApp, type App } from './app.ts';
import { expect } from './expect.ts';

/** Draws over the picture between two places in shares of its sides from its middle. */
const over = (page: Page, from: Place, to: Place): Promise<void> => drawOn(page, handles(page), from, to);

const field = (page: Page, name: string) => page.getByRole('textbox', { name: `${name} value`, exact: true });
async function enter(page: Page, name: string, text: string): Promise<void> {
  await field(page, name).fill(text);
  await page.keyboard.press('Enter');
}

describe('what a tip is made of stays open', () => {
  let app: App;
  let page: Page;
  withApp(
    (started, opened) => {
      app = started;
      page = opened;
    },
    { demo: false },
  );

  it('numbers are shown again under Find, and changing one keeps every other setting', async () => {
    await page.goto(`${app.url}/new/numbers`);
    await page.getByRole('radio', { name: 'star' }).click();
    await page.getByRole('button', { name: 'Make a brush of it' }).click();
    await expect(page).toHaveURL(/\/vary$/);
    await enter(page, 'Spacing', '150');
    const five = await rested(page, 'sheet');
    await stage(page, 'Find').click();
    await enter(page, 'Points', '9');
    const nine = await changed(page, 'sheet', five);
    await stage(page, 'Vary').click();
    await expect(field(page, 'Spacing')).toHaveValue('150 %');
    await kept(page);
    await page.reload();
    await drawn(page, 'sheet');
    await same(page, 'sheet', nine);
    // what was done before the page was opened is taken back as well, and done again
    await page.keyboard.press('Control+z');
    await same(page, 'sheet', five);
    await stage(page, 'Find').click();
    await expect(field(page, 'Points')).toHaveValue('5');
    await page.keyboard.press('Control+Shift+z');
    await expect(field(page, 'Points')).toHaveValue('9');
  });

  it('a word is set otherwise, and the strokes follow', async () => {
    await page.goto(`${app.url}/new/type`);
    await page.getByRole('textbox', { name: 'Text' }).fill('Ebb');
    await page.getByRole('button', { name: 'Make a brush of it' }).click();
    await expect(page).toHaveURL(/\/vary$/);
    const ebb = await rested(page, 'sheet');
    await stage(page, 'Find').click();
    await page.getByRole('textbox', { name: 'Text' }).fill('Tide');
    await changed(page, 'sheet', ebb);
    // a typed text is a gesture of its own once the hand rests
    await kept(page, 2);
    const tide = await rested(page, 'sheet');
    await page
      .getByRole('radio', { name: 'hand' })
      .or(page.getByRole('radio', { name: 'Caveat' }))
      .first()
      .click();
    await changed(page, 'sheet', tide);
    await page.keyboard.press('Control+z');
    await same(page, 'sheet', tide);
    await kept(page);
  });

  it('shapes are taken hold of on the picture, moved, sized, copied, made one, and taken back', async () => {
    await page.goto(`${app.url}/new/shapes`);
    await page.getByRole('button', { name: /^Crescent sliver/ }).click();
    await expect(page.getByRole('heading', { name: 'What is it made of?' })).toBeVisible();
    const rows = page.getByRole('list', { name: 'Rows, the highest first' }).getByRole('listitem');
    await expect(rows).toHaveCount(2);
    const sliver = await rested(page, 'sheet');
    // the cutting disc is dragged away: more of the other one is left
    await over(page, [0, 0.3], [0, 0.42]);
    const wider = await changed(page, 'sheet', sliver);
    await expect(page.getByRole('button', { name: /^Cut/, pressed: true })).toBeVisible();
    await enter(page, 'Copies', '3');
    await enter(page, 'Each across', '20');
    const three = await changed(page, 'sheet', wider);
    // the second copy carries all that follow
    const down = Number(await field(page, 'Down').inputValue()) / 100;
    await over(page, [0.2, down], [0.26, down]);
    await expect(field(page, 'Each across')).toHaveValue(/^2[567]/);
    const apart = await changed(page, 'sheet', three);
    await page.getByRole('button', { name: 'Add a figure' }).click();
    await page.getByRole('menuitem', { name: 'Star' }).click();
    await expect(rows).toHaveCount(3);
    const starred = await changed(page, 'sheet', apart);
    // a gradient is turned by its end
    await page.getByRole('radio', { name: 'linear', exact: true }).click();
    const shaded = await changed(page, 'sheet', starred);
    await over(page, [0.72 * 0.24, 0], [0.004, 0.2]);
    await expect(field(page, 'Gradient turned')).toHaveValue(/^(8[89]|9[01])/);
    await changed(page, 'sheet', shaded);
    await page.getByRole('button', { name: /^Disc/ }).click({ modifiers: ['Shift'] });
    await page.getByRole('button', { name: 'make one of these 2' }).click();
    await expect(rows.first()).toHaveAccessibleName('Group');
    await page.getByRole('button', { name: 'take apart' }).click();
    await expect(page.getByRole('listitem', { name: 'Group' })).toHaveCount(0);
    for (let k = 0; k < 9; k++) await page.keyboard.press('Control+z');
    await same(page, 'sheet', sliver);
    await kept(page);
  });

  it('a line is drawn point by point, and its thickness changes along it', async () => {
    const before = await rested(page, 'sheet');
    await page.getByRole('button', { name: 'Draw a line' }).click();
    const { x, y, width, height } = await middleOf(handles(page));
    for (const [u, v] of [
      [-0.3, 0.35],
      [0, 0.2],
      [0.3, 0.35],
    ])
      await page.mouse.click(x + u * width, y + v * height);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('listitem', { name: 'Line' })).toBeVisible();
    const lined = await changed(page, 'sheet', before);
    await page
      .getByRole('slider', { name: /^Thickness along it/ })
      .first()
      .focus();
    for (let k = 0; k < 5; k++) await page.keyboard.press('ArrowDown');
    await changed(page, 'sheet', lined);
    await kept(page);
  });

  it('files of shapes and SVG are sources; one that runs something is refused in one sentence', async () => {
    const drawing = makeShapes([makeFigure({ what: 'polygon', corners: 6, width: 70, height: 70 })], 'Hexagon');
    const drop = async (name: string, text: string) => {
      await page.goto(app.url);
      await page
        .locator('input[type=file]')
        .first()
        .setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
    };
    await drop('hexagon.shapes.json', JSON.stringify(drawing));
    await expect(page.getByRole('heading', { name: 'What is it made of?' })).toBeVisible();
    await expect(page.getByRole('listitem', { name: 'Polygon' })).toBeVisible();
    await drop('hexagon.svg', shapesSvg(drawing));
    await expect(page.getByRole('heading', { name: 'What prints?' })).toBeVisible();
    await drawn(page, 'sheet');
    await drop('bad.svg', '<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>');
    await expect(page.getByText('bad.svg is refused as a drawing: it has <script>.')).toBeVisible();
  });

  it('that take long tell how far they are, and are as before once they are cancelled', async () => {
    const ring = makeFigure({ what: 'ellipse', name: 'Ring', width: 80, height: 80, line: 1, soft: 3 });
    const text = JSON.stringify(makeShapes([ring], 'Rings'));
    await page.goto(app.url);
    await page
      .locator('input[type=file]')
      .first()
      .setInputFiles({ name: 'rings.shapes.json', mimeType: 'text/plain', buffer: Buffer.from(text) });
    await page.getByRole('listitem', { name: 'Ring' }).click();
    const before = await rested(page, 'sheet');
    await page.getByRole('textbox', { name: 'Copies value' }).fill('400');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('progressbar', { name: 'Making the plate' })).toBeVisible();
    await page.getByRole('button', { name: 'cancel', exact: true }).click();
    await expect(page.getByRole('progressbar', { name: 'Making the plate' })).toHaveCount(0);
    await expect(page.getByRole('textbox', { name: 'Copies value' })).toHaveValue('1');
    // the page goes on as if nothing had been asked
    await page.getByRole('textbox', { name: 'Copies value' }).fill('2');
    await page.keyboard.press('Enter');
    await changed(page, 'sheet', before);
    await kept(page);
  });
});

describe('tips that are drawn', () => {
  let app: App;
  let page: Page;
  withApp(
    (started, opened) => {
      app = started;
      page = opened;
    },
    { demo: false },
  );

  it('begin with an empty plate; strokes are drawn, mirrored, taken out, picked and changed', async () => {
    await page.goto(`${app.url}/new/draw`);
    await page.getByRole('radio', { name: '512' }).click();
    await page.getByRole('button', { name: 'Draw on an empty plate' }).click();
    await expect(page).toHaveURL(/\/cut$/);
    await expect(page.getByText('draw on the picture', { exact: true })).toBeVisible();
    const empty = await rested(page, 'sheet');
    await over(page, [-0.3, -0.2], [0.3, 0.1]);
    const one = await changed(page, 'sheet', empty);
    await page.getByRole('radiogroup', { name: 'Mirrored' }).getByRole('radio', { name: 'left and right' }).click();
    await over(page, [-0.3, 0.3], [-0.1, 0.2]);
    const two = await changed(page, 'sheet', one);
    await expect(page.getByText('2 strokes')).toBeVisible();
    // T held: the stroke takes away
    await page.keyboard.down('t');
    await over(page, [0, -0.3], [0, 0.3]);
    await page.keyboard.up('t');
    const out = await changed(page, 'sheet', two);
    await page.getByRole('button', { name: 'pick a stroke' }).click();
    await expect(page.getByText('Press on a stroke to pick it.')).toBeVisible();
    const { x, y, width, height } = await middleOf(handles(page));
    await page.mouse.click(x + 0.2 * width, y + 0.05 * height);
    await expect(page.getByText('Stroke 1 of 3')).toBeVisible();
    await enter(page, 'Size', '20');
    const wide = await changed(page, 'sheet', out);
    await page.getByRole('slider', { name: 'Width 0 % along the stroke' }).focus();
    await page.keyboard.press('Shift+ArrowDown');
    const tapered = await changed(page, 'sheet', wide);
    await page.keyboard.press('Delete');
    await expect(page.getByText('2 strokes')).toBeVisible();
    const gone = await changed(page, 'sheet', tapered);
    await page.keyboard.press('Control+z');
    await same(page, 'sheet', tapered);
    expect(gone).not.toBe(tapered);
    await kept(page);
    await page.reload();
    await drawn(page, 'sheet');
    await same(page, 'sheet', tapered);
  });

  it('are drawn with a brush of the cabinet; when that changes they say so, and follow with one press', async () => {
    const round = await rested(page, 'sheet');
    await page.getByRole('button', { name: /^Brush: / }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Drawn tip', exact: true }).first().click();
    await over(page, [-0.3, -0.35], [0.3, -0.35]);
    await changed(page, 'sheet', round);
    await kept(page);
    // the brush that it is drawn with is itself, as it was: keeping it made a newer version
    await page.reload();
    await drawn(page, 'sheet');
    await page.getByRole('button', { name: 'pick a stroke' }).click();
    await expect(page.getByText('Press on a stroke to pick it.')).toBeVisible();
    const { x, y, width, height } = await middleOf(handles(page));
    await page.mouse.click(x + 0.2 * width, y - 0.35 * height);
    await expect(page.getByText(/^Made with an older version/)).toBeVisible();
    const older = await rested(page, 'sheet');
    await page.getByRole('button', { name: /^follow to version/ }).click();
    await changed(page, 'sheet', older);
    await kept(page);
  });

  it('are made of the strokes on the wide sheet, each still open to change', async () => {
    await stage(page, 'Vary').click();
    await page.keyboard.press('w');
    await drawn(page, 'wide');
    const { x, y, width, height } = await middleOf(page.getByTestId('wide'));
    await page.mouse.move(x - 0.3 * width, y);
    await page.mouse.down();
    await page.mouse.move(x + 0.3 * width, y + 0.2 * height, { steps: 8 });
    await page.mouse.up();
    await page.getByRole('button', { name: 'a tip of mine' }).click();
    await expect(page.getByRole('button', { name: 'Rename Drawn tip' })).toBeVisible();
    await expect(page.getByText('1 stroke')).toBeVisible();
    await drawn(page, 'sheet');
  });

  it('a plate of the cabinet is the source of another brush, and is laid over one', async () => {
    await page.goto(`${app.url}/?shelf=plates`);
    await page.getByRole('article').first().hover();
    await page.getByRole('button', { name: 'new brush from it' }).first().click();
    await expect(page).toHaveURL(/\/cut$/);
    await drawn(page, 'sheet');
    const before = await rested(page, 'sheet');
    const add = page.getByRole('combobox', { name: 'Add a step' });
    await add.fill('Lay another source over');
    await add.press('Enter');
    await page.getByRole('button', { name: 'Source: none yet' }).click();
    const picker = page.getByRole('dialog', { name: 'Sources, plates and strokes of the cabinet' });
    await picker
      .getByRole('button', { name: /^drawn.tip/i })
      .last()
      .click();
    const plate = await changed(page, 'sheet', before);
    // so are strokes that were recorded, as this brush prints them
    await page.getByRole('button', { name: /^Source: / }).click();
    await picker.getByRole('textbox').fill('swell');
    await picker.getByRole('button', { name: 'slow swell' }).click();
    await changed(page, 'sheet', plate);
    await kept(page);
  });
});

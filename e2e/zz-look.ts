import { launch } from './browser.ts';
import { openBrush, stage } from './acts.ts';
const url = 'http://127.0.0.1:5270';
const browser = await launch();
const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
page.on('console', (m) => { if (m.type() === 'error') console.log('console', m.text()); });
page.on('pageerror', (e) => console.log('pageerror', e.message));
const dragOut = async (x: number, y: number, dx: number, dy: number) => {
  const b = (await page.getByTestId('surface').boundingBox())!;
  await page.mouse.move(b.x + x, b.y + y); await page.mouse.down();
  for (let i = 1; i <= 6; i++) { await page.mouse.move(b.x + x + (dx * i) / 6, b.y + y + (dy * i) / 6); await page.waitForTimeout(80); }
  await page.mouse.up(); await page.waitForTimeout(300);
};
await openBrush(page, url, 'Mussel scale');
await stage(page, 'Prove').click();
await page.getByRole('radio', { name: 'surface' }).click();
await page.getByRole('radio', { name: 'vase' }).click();
await page.getByRole('radio', { name: 'a stroke' }).click();
await page.waitForTimeout(1500);
await page.getByRole('slider', { name: 'Depth' }).press('ArrowRight');
for (const x of [250, 310, 370]) await dragOut(x, 190, 10, 240);
await page.waitForTimeout(2500);
await page.screenshot({ path: '/tmp/s3.png' });
await browser.close();

import { launch } from './browser.ts';
const b = await launch(); const page = await b.newPage({ viewport: { width: 1280, height: 800 } });
let logging = false; page.on('console', (m) => logging && console.log(m.text()));
page.on('pageerror', (e) => console.log('ERR', e.message));
await page.goto('http://127.0.0.1:5270/'); await page.click('text=Crust lichen'); await page.waitForURL(/brush/);
await page.goto(page.url().replace(/\/[a-z]+$/, '/cut')); await page.waitForSelector('canvas[data-view=sheet][data-drawn]');
const cards = () => page.locator('li.card').count();
console.log('cards', await cards());
const add = async (label: string) => { await page.click('text=add a step').catch(() => undefined); await page.waitForTimeout(200); await page.locator('[role=dialog] button, .MuiPopover-paper button').filter({ hasText: label }).first().click(); await page.waitForTimeout(400); };
await page.screenshot({ path: '/tmp/c0.png' });
while (await cards() < 7) await add('Tone');
await add('Shift to nothing');
console.log('cards', await cards());
// resolution 1024
await page.locator('li.card', { hasText: 'Fit a square' }).locator('button.text').click();
await page.fill('input[aria-label="Resolution value"]', '1024'); await page.keyboard.press('Enter'); await page.waitForTimeout(1500);
await page.getByText('measure what each resolution costs').click(); await page.waitForSelector('table.costs'); await page.screenshot({ path: '/tmp/c1.png' });
await page.locator('li.card').last().locator('button.text').click(); await page.waitForTimeout(800);
const slider = page.locator('li.card').last().locator('input[type=range]').first(); await slider.focus();
await page.evaluate(`{
  window.times = []; window.frames = [];
  let at = 0, frame = 0, frameAt = 0; const tick = () => { frame++; requestAnimationFrame(tick); }; tick();
  document.addEventListener('pointermove', () => { at = performance.now(); frameAt = frame; }, true);
  new MutationObserver(() => { if (at) { window.times.push(performance.now() - at); window.frames.push(frame - frameAt); at = 0; } }).observe(document.querySelector('canvas[data-view=sheet]'), { attributes: true, attributeFilter: ['data-drawn'] });
}`);
const box = (await page.locator('li.card').last().locator('.MuiSlider-thumb').first().boundingBox())!;
let x = box.x + box.width / 2; const y = box.y + box.height / 2; await page.mouse.move(x, y); await page.mouse.down(); await page.waitForTimeout(300);
let dir = 1;
for (let i = 0; i < 200; i++) {
  const n = await page.evaluate(() => (window as never as { times: number[] }).times.length);
  if (i % 25 === 24) dir = -dir; x += dir * (i < 100 ? 0.6 : 2); await page.mouse.move(x, y);
  await page.waitForFunction((k) => (window as never as { times: number[] }).times.length > k, n, { timeout: 2000, polling: 5 }).catch(() => console.log('no redraw', i));
}
await page.mouse.up();
const r = await page.evaluate(() => { const w = window as never as { times: number[]; frames: number[] }; return { t: w.times, f: w.frames }; });
const med = (v: number[]) => [...v].sort((a, c) => a - c)[v.length >> 1];
console.log(r.t.length, 'median ms', med(r.t), 'frames', med(r.f), 'max', Math.max(...r.t));
await b.close();

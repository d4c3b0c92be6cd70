import type { Page } from '@playwright/test';
import { withApp, type App } from './app.ts';

describe('look', () => {
  let app: App;
  let page: Page;
  withApp((a, p) => { app = a; page = p; }, { demo: false });
  it('shapes', async () => {
    await page.setViewportSize({ width: 1280, height: 800 });
    page.on('console', (m) => console.log('C', m.text()));
    await page.goto(`${app.url}/new/shapes`);
    await page.waitForTimeout(4000);
    await page.screenshot({ path: '/tmp/s1.png' });
    console.log(await page.evaluate(() => { const c = document.querySelector('.starters canvas') as HTMLCanvasElement; const r = c.getBoundingClientRect(); const d = c.getContext('2d')!.getImageData(256,256,1,1).data; return [c.width, c.height, r.width, r.height, ...d].join(' '); }));
  });
});

import { chromium, type Browser } from '@playwright/test';

/** Debian's Chromium, without a display, without calls to the outside. */
export function launch(more: readonly string[] = []): Promise<Browser> {
  return chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: [
      '--headless',
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      ...more,
    ],
  });
}

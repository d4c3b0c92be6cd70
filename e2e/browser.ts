import { chromium, type Browser } from '@playwright/test';

/** What the driver switches off of the browser; a second list takes the place of the first, so its own is said again here. */
const SWITCHED_OFF = [
  'AvoidUnnecessaryBeforeUnloadCheckSync',
  'DestroyProfileOnBrowserClose',
  'HttpsUpgrades',
  'HttpsFirstBalancedModeAutoEnable',
  'LensOverlay',
  'MediaRouter',
  'PaintHolding',
  'ThirdPartyStoragePartitioning',
  'AvoidCorsURLLoaderRestartOnRedirect',
  'OptimizationHints',
  'NetworkTimeServiceQuerying',
  'AimEnabled',
  'PreconnectToSearch',
  // pages of the address bar, four hundred files for every new window beside what is driven or measured
  'WebUIOmniboxPopup',
  'WebUIOmniboxAimPopup',
];

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
      `--disable-features=${SWITCHED_OFF.join(',')}`,
      ...more,
    ],
  });
}

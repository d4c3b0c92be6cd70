import { expect as plain } from '@playwright/test';

/** What a page is to show may take a while on a busy machine. */
export const expect = plain.configure({ timeout: 20_000 });

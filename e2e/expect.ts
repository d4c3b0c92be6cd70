import { expect as plain } from '@playwright/test';

/** What a page is to show may take so long on a busy machine, ms. */
export const PATIENCE = 60_000;
export const expect = plain.configure({ timeout: PATIENCE });

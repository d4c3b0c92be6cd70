import createCache from '@emotion/cache';

declare global {
  interface Window {
    /** the word by which the server knows style sheets of its own page; none where another serves it */
    __nonce__?: string;
  }
}

/** Style sheets of the parts of the page. */
export const styleSheets = createCache({ key: 'css', nonce: window.__nonce__ });

import 'fake-indexeddb/auto';
import { JSDOM } from 'jsdom';

/** A page without a browser: import this file before whatever asks for a document. */
const { window } = new JSDOM('<!doctype html><body></body>', { url: 'http://bench.test/', pretendToBeVisual: true });

const NAMES = [
  'document',
  'HTMLElement',
  'HTMLInputElement',
  'HTMLButtonElement',
  'HTMLCanvasElement',
  'Element',
  'Node',
  'NodeFilter',
  'SVGElement',
  'MutationObserver',
  'DocumentFragment',
  'ShadowRoot',
  'sessionStorage',
  'localStorage',
  'getComputedStyle',
  'requestAnimationFrame',
  'cancelAnimationFrame',
] as const;
for (const name of NAMES)
  Object.defineProperty(globalThis, name, {
    value:
      typeof window[name] === 'function' && /^[a-z]/.test(name)
        ? (window[name] as () => unknown).bind(window)
        : window[name],
    configurable: true,
    writable: true,
  });
Object.assign(globalThis, {
  window,
  ResizeObserver: class {
    observe(): void {}
    unobserve(): void {}
    disconnect(): void {}
  },
  // pictures are painted into these, and nobody looks at them here
  ImageData: class {
    readonly data: Uint8ClampedArray;
    readonly width: number;
    readonly height: number;
    constructor(width: number, height: number) {
      this.width = width;
      this.height = height;
      this.data = new Uint8ClampedArray(4 * width * height);
    }
  },
  IS_REACT_ACT_ENVIRONMENT: true,
});
Object.assign(window.HTMLCanvasElement.prototype, { getContext: () => null });
Object.defineProperty(window.navigator, 'hardwareConcurrency', { value: 2 });
Object.defineProperty(globalThis, 'navigator', { value: window.navigator, configurable: true });
Object.assign(window, { ResizeObserver: globalThis.ResizeObserver });
Object.assign(window.Element.prototype, {
  setPointerCapture: () => undefined,
  releasePointerCapture: () => undefined,
  hasPointerCapture: () => false,
  scrollIntoView: () => undefined,
});
// lists show what fits into a window: boxes have a height, and what they scroll in has more
Object.defineProperty(window.HTMLElement.prototype, 'offsetHeight', { get: () => 188 });
Object.defineProperty(window.Element.prototype, 'clientHeight', { get: () => 800 });

// parts that fade in and out end in their own time
const told = console.error;
console.error = (...said: unknown[]) => {
  if (!String(said[0]).includes('not wrapped in act')) told(...said);
};

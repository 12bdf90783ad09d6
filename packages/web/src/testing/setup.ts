import { TextDecoder, TextEncoder } from 'node:util';

Object.assign(globalThis, {
  CSS: { escape: (text: string) => text.replace(/[^\w-]/g, '\\$&'), supports: () => false },
  TextEncoder,
  TextDecoder,
  ResizeObserver: class {
    observe() {}
    unobserve() {}
    disconnect() {}
  },
});
// a test may ask for Node.js alone
if (typeof window !== 'undefined') {
  window.matchMedia = ((query: string) => ({
    matches: false,
    media: query,
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
  })) as unknown as typeof window.matchMedia;
  // what a sheet of styles says is asked in a browser: here only what an element itself says, and whether it is hidden
  const shut = document.createElement('i').style;
  shut.display = 'none';
  window.getComputedStyle = (element) =>
    (element as HTMLElement).hidden ? shut : (element as HTMLElement).style;
}
if (!crypto.randomUUID) {
  let count = 0;
  Object.assign(crypto, {
    randomUUID: () => `00000000-0000-4000-8000-${String(++count).padStart(12, '0')}`,
  });
}

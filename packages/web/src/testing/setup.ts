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
}
if (!crypto.randomUUID) {
  let count = 0;
  Object.assign(crypto, {
    randomUUID: () => `00000000-0000-4000-8000-${String(++count).padStart(12, '0')}`,
  });
}

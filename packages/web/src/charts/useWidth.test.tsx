import { act, render, screen } from '@testing-library/react';
import { AlikeWidths, useWidth } from './useWidth';

/** A picture drawn for 640 that says how wide it is. */
function Drawn({ name, drawnFor = 640 }: { name: string; drawnFor?: number }) {
  const [ref, width] = useWidth(drawnFor);
  return (
    <figure ref={ref} aria-label={name}>
      {width}
    </figure>
  );
}
const widthOf = (name: string) => screen.getByRole('figure', { name }).textContent;

let asked = 0;
let place = 764;
const seen: ((entries: [{ contentRect: { width: number } }]) => void)[] = [];

beforeEach(() => {
  asked = 0;
  seen.length = 0;
  jest.spyOn(HTMLElement.prototype, 'clientWidth', 'get').mockImplementation(() => (asked++, place));
  globalThis.ResizeObserver = class {
    constructor(tell: (typeof seen)[number]) {
      seen.push(tell);
    }
    observe() {}
    unobserve() {}
    disconnect() {}
  } as unknown as typeof ResizeObserver;
});
afterEach(() => jest.restoreAllMocks());

it('a picture has the width of its place before it is seen, and follows it', () => {
  render(<Drawn name="one" />);
  expect(widthOf('one')).toBe('764');
  act(() => seen[0]!([{ contentRect: { width: 500.4 } }]));
  expect(widthOf('one')).toBe('500');
  // smaller than that nothing can be read in it
  act(() => seen[0]!([{ contentRect: { width: 20 } }]));
  expect(widthOf('one')).toBe('260');
});

it('a picture without a place keeps the width it is drawn for', () => {
  place = 0;
  render(<Drawn name="one" />);
  expect(widthOf('one')).toBe('640');
  place = 764;
});

it('of pictures that stand alike one is measured for all, and each that is seen for itself', () => {
  const widths = new Map<number, number>();
  const book = (names: readonly string[]) => (
    <AlikeWidths value={widths}>
      {names.map((name) => (
        <Drawn key={name} name={name} drawnFor={name === 'half' ? 320 : 640} />
      ))}
    </AlikeWidths>
  );
  const { rerender } = render(book(['one', 'two']));
  expect([widthOf('one'), widthOf('two'), asked]).toEqual(['764', '764', 1]);
  place = 374;
  rerender(book(['one', 'two', 'three', 'half']));
  expect([widthOf('three'), widthOf('half'), asked]).toEqual(['764', '374', 2]);
  act(() => seen[2]!([{ contentRect: { width: 800 } }]));
  expect([widthOf('one'), widthOf('three')]).toEqual(['764', '800']);
  place = 764;
});

import { createContext, useCallback, useContext, useState } from 'react';

/** Narrower than this nothing can be read in a picture. */
const readable = (width: number) => Math.max(260, width);

/**
 * Of a page on which pictures drawn for one width have one width, as a book: how wide the first of each was. The others
 * take it over instead of having all above them laid out to measure their own; what comes into sight is measured all the same.
 */
export const AlikeWidths = createContext<Map<number, number> | null>(null);

/** The width a picture has, followed as it changes. */
export function useWidth(
  initial: number,
): [ref: (element: HTMLElement | null) => (() => void) | undefined, width: number] {
  const alike = useContext(AlikeWidths);
  const [width, setWidth] = useState(readable(alike?.get(initial) ?? initial));
  const ref = useCallback(
    (element: HTMLElement | null) => {
      if (!element || typeof ResizeObserver === 'undefined') return undefined;
      // in a leaf of a book that is not in sight nothing is observed, and it is printed all the same
      const known = alike?.get(initial) ?? element.clientWidth;
      if (known > 0) {
        alike?.set(initial, known);
        setWidth(readable(known));
      }
      const observer = new ResizeObserver(
        ([entry]) => entry && setWidth(readable(Math.round(entry.contentRect.width))),
      );
      observer.observe(element);
      return () => observer.disconnect();
    },
    [alike, initial],
  );
  return [ref, width];
}

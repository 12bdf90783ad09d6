import { createContext, useCallback, useContext, useState } from 'react';

const LEAST = 260;

/**
 * Of parts that are alike and stand under one another: how wide the pictures of the first were, by the width they are
 * drawn for. The others take it over instead of having all above them laid out to measure their own; what comes into
 * sight is measured all the same.
 */
export const AlikeWidths = createContext<Map<number, number> | null>(null);

/** The width a picture has, followed as it changes. */
export function useWidth(
  initial: number,
): [ref: (element: HTMLElement | null) => (() => void) | undefined, width: number] {
  const alike = useContext(AlikeWidths);
  const [width, setWidth] = useState(Math.max(LEAST, alike?.get(initial) ?? initial));
  const ref = useCallback(
    (element: HTMLElement | null) => {
      if (!element || typeof ResizeObserver === 'undefined') return undefined;
      // in a leaf of a book that is not in sight nothing is observed, and it is printed all the same
      const known = alike?.get(initial) ?? element.clientWidth;
      if (known > 0) {
        alike?.set(initial, known);
        setWidth(Math.max(LEAST, known));
      }
      const observer = new ResizeObserver(
        ([entry]) => entry && setWidth(Math.max(LEAST, Math.round(entry.contentRect.width))),
      );
      observer.observe(element);
      return () => observer.disconnect();
    },
    [alike, initial],
  );
  return [ref, width];
}

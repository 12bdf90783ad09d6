import { useCallback, useState } from 'react';

/** The width a picture has, followed as it changes. */
export function useWidth(
  initial: number,
): [ref: (element: HTMLElement | null) => (() => void) | undefined, width: number] {
  const [width, setWidth] = useState(initial);
  const ref = useCallback((element: HTMLElement | null) => {
    if (!element || typeof ResizeObserver === 'undefined') return undefined;
    // in a leaf of a book that is not in sight nothing is observed, and it is printed all the same
    if (element.clientWidth > 0) setWidth(Math.max(260, element.clientWidth));
    const observer = new ResizeObserver(
      ([entry]) => entry && setWidth(Math.max(260, Math.round(entry.contentRect.width))),
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [ref, width];
}

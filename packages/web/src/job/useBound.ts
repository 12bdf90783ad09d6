import { useEffect, useState, useTransition } from 'react';
import { awaited } from './settled';

/** How many of so many parts of a book are bound: one after another, so that the page can be used while it grows. */
export function useBound(many: number): number {
  const [bound, setBound] = useState(0);
  const [, startTransition] = useTransition();
  useEffect(() => {
    if (bound >= many) return;
    const arrived = awaited();
    const timer = setTimeout(() => startTransition(() => setBound(bound + 1)));
    return () => {
      clearTimeout(timer);
      arrived();
    };
  }, [bound, many]);
  return bound;
}

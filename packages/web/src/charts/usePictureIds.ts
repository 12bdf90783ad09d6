import { useCallback, useId } from 'react';

/** Names of what a picture refers to within itself, its own where the same picture stands twice on a page. */
export function usePictureIds(): (name: string) => string {
  const own = useId();
  return useCallback((name: string) => `${name}-${own}`, [own]);
}

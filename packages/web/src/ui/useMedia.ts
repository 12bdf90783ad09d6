import { useSyncExternalStore } from 'react';
import { site } from './tokens';

const query = () => matchMedia(site.replace('@media ', ''));

/** True on a phone, where the sheet and its margin are one column. */
export const useOnSite = (): boolean =>
  useSyncExternalStore(
    (listener) => {
      const media = query();
      media.addEventListener('change', listener);
      return () => media.removeEventListener('change', listener);
    },
    () => query().matches,
  );

import { createContext } from 'react';

/** True where every row is drawn, as in the book. */
export const WholeTable = createContext(false);

import type { Entry } from './entry';

export interface ModuleSheet {
  label: string;
  pmax: Entry;
  voc: Entry;
  isc: Entry;
  vmp: Entry;
  imp: Entry;
  betaVoc: Entry | null;
  alphaIsc: Entry | null;
  gammaPmax: Entry | null;
  maxFuse: Entry | null;
  /** Parts of the panel with a bypass diode each. */
  sections: Entry;
  /** Two halves of cells side by side: a shadow at the foot stops half of it. */
  halfCut: boolean;
}

import type { PileFacts } from '../strings';

/** One sort of a pile, as a row of its table. */
export interface SortPicture {
  id: string;
  name: string;
  /** As measured and corrected, or by the sheet. */
  vocV: number;
  iscA: number;
  vmpV: number;
  impA: number;
  pmaxW: number;
  /** What was measured against the sheet, as shares; null where nothing was. */
  vocShare: number | null;
  iscShare: number | null;
  pieces: Record<
    string,
    { vocV: number | null; iscA: number | null; vocShare: number | null; iscShare: number | null }
  >;
  count: number;
  wired: number;
  fits: boolean;
}

export interface PileInputPicture {
  input: number;
  maxV: number;
  chargesFromV: number;
  wattsTogether: number;
  ownW: number;
  volts: number;
  amps: number;
  strings: {
    id: string;
    coldVocV: number;
    hotVmpV: number;
    /** True where it does not charge on the hottest afternoon. */
    short: boolean;
    ownW: number;
    aloneW: number;
    sharesA: number;
    vmpV: number;
  }[];
}

/** A pile as its sheet draws it. */
export interface PilePicture {
  sorts: SortPicture[];
  inputs: PileInputPicture[];
  kWh: number;
  ownKWh: number;
}

export const pilePicture = ({ sorts, inputs, kWh, ownKWh }: PileFacts): PilePicture => ({
  sorts: sorts.map(({ id, name, module, vocShare, iscShare, pieces, count, wired, five }) => ({
    id,
    name,
    vocV: module.vocV,
    iscA: module.iscA,
    vmpV: module.vmpV,
    impA: module.impA,
    pmaxW: module.pmaxW,
    vocShare,
    iscShare,
    pieces,
    count,
    wired,
    fits: five !== null,
  })),
  inputs: inputs.map(({ window, solved, ownW, strings }) => ({
    input: window.input,
    maxV: window.maxV,
    chargesFromV: window.chargesFromV,
    wattsTogether: solved.peaks[0]?.watts ?? 0,
    volts: solved.peaks[0]?.volts ?? 0,
    amps: solved.peaks[0]?.amps ?? 0,
    ownW,
    strings: strings.map(({ id, coldVocV, hotVmpV, hotVocV, ownW: own, alone, sharesA }) => ({
      id,
      coldVocV,
      hotVmpV,
      short: hotVocV < Math.max(window.startV, window.chargesFromV),
      ownW: own,
      aloneW: alone.watts,
      sharesA,
      vmpV: alone.volts,
    })),
  })),
  kWh,
  ownKWh,
});

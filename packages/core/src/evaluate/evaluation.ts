import type { ArrayMonth } from '../array';
import type { BankFit, BankSchool, BankWarmth } from '../bank';
import type { ClimateMonth } from '../climate';
import type { Priority, Sheet, SourceKind, Supply } from '../document';
import type { Figure } from '../figures';
import type { Finding } from '../findings';
import type { PowerMonth, SurplusUse } from '../power';
import type { Arrangement } from '../strings';
import type { Answer } from './answers';
import type { PilePicture } from './pilePicture';
import type { Verdict } from './verdict';
import type { WindowPicture } from './windowPicture';
import type { WirePicture } from './wireView';

export interface TallyEntry {
  figureId: string;
  sheet: Sheet;
  mark: 'stop' | 'look' | null;
}

export interface ArrangementRow extends Arrangement {
  chosen: boolean;
  sentence: string;
}

export interface PlacePicture {
  months: readonly ClimateMonth[];
  altitudeM: number;
  lowC: number;
  highC: number;
  landDistance: number;
}

/** One array's ways to be wired, and where the chosen one lies in the controller's window. */
export interface StringsPicture {
  arrangements: ArrangementRow[];
  window: WindowPicture;
  /** Inputs there are for this array, and the first it is on. */
  inputs: number;
  firstInput: number;
  /** Where its panels are not alike. */
  pile: PilePicture | null;
}

/** What the bank's measuring stick draws, and what each school asks for. */
export interface BankPicture {
  ratedWh: number;
  usableWh: number;
  dailyWh: number;
  wantedDays: number;
  days: number | null;
  needs: { school: BankSchool; name: string; rated: string; parallel: number; governs: boolean }[];
  /** Coldest it gets in the months in use, °C. */
  coldestC: number;
  /** Temperatures where it stands, by month; null without a place. */
  warmth: BankWarmth | null;
  fit: BankFit;
}

/** The AC side as its sheet draws it. */
export interface PowerPicture {
  /** What runs at once on AC in its largest month, the largest first, small ones together, W. */
  bands: { name: string; watts: number }[];
  runningW: number;
  /** What the hardest start adds for its instant, W. */
  startExtraW: number;
  starts: string | null;
  /** What the inverter carries for how long; null where none is chosen. */
  limits: {
    continuousW: number;
    overloadW: number;
    overloadS: number;
    surgeW: number;
    surgeS: number;
  } | null;
  /** A mean day of each month; null without a place or without sources. */
  months: PowerMonth[] | null;
  /** Hours a day of each month that a source is run, by its id. */
  hoursBy: Record<string, number[]>;
  sources: { id: string; name: string; kind: SourceKind }[];
  /** Hottest that it gets at the inverter, as it is taken, °C. */
  roomC: number | null;
  /** Days a year on which something stays without. */
  darkDays: number;
  /** Breakers and fuses that the circuits of each list ask for. */
  panels: Record<Priority, PanelWay[]>;
  surplus: SurplusPicture | null;
  /** Days without sun that the bank carries with everything on, and with what should run shed; null where nothing is shed. */
  shedDays: { all: number; must: number } | null;
}

/** Breakers or fuses alike in a panel, and what is behind them. */
export interface PanelWay {
  names: string[];
  side: Supply;
  amps: number;
  poles: number;
  many: number;
}

/** What waits for surplus, on a mean day of each month. */
export interface SurplusPicture {
  uses: SurplusUse[];
  /** How long something finds no room in the bank while such uses may run, h, and the most watts of it in any month. */
  hours: number[];
  mostW: number;
}

/** What a design comes to: plain data, the same on the screen, in the book and over the wire. */
export interface Evaluation {
  verdict: Verdict;
  figures: Record<string, Figure>;
  findings: Finding[];
  tally: TallyEntry[];
  answers: Record<Sheet, Answer>;
  governing: Record<Sheet, string>;
  marks: Partial<Record<Sheet, 'stop' | 'look'>>;
  months: ArrayMonth[];
  climate: {
    months: readonly ClimateMonth[];
    altitudeM: number;
    lowC: number;
    highC: number;
    lowNote: string;
    highNote: string;
    /** Where it is in each month, the longest stay first. */
    stays: { id: string; name: string; share: number }[][];
    /** Each place by itself: home, and the stops by their ids. */
    places: Record<string, PlacePicture>;
  } | null;
  /** By array. */
  strings: Record<string, StringsPicture>;
  bank: BankPicture;
  power: PowerPicture;
  wire: WirePicture;
  bestTiltDeg: number | null;
}

/** The part of an evaluation that says whether a design stands; a list of many jobs needs no more. */
export type Judgement = Pick<Evaluation, 'verdict' | 'figures' | 'findings' | 'tally'>;

import type { ArrayFacts } from '../calculate';
import type { Pen } from '../figures';
import { FAULT, tryArrangement, type StringsResult } from '../strings';
import { workingRange, type WorkingRange } from './workingRange';

/** A string on the ruler: from hottest working to coldest open-circuit volts, against the limits of its input. */
export interface WindowBar {
  key: string;
  name: string;
  /** Panels in series, where they are alike: what trying it would set. */
  series: number | null;
  hotVmpV: number;
  /** True where it does not charge on the hottest afternoon. */
  short: boolean;
  coldVocV: number;
  maxV: number;
  chargesFromV: number;
  chosen: boolean;
  /** The year's working range over equal steps of volts from hot to cold. */
  density: { fromV: number; toV: number; share: number[] };
}

/** What the window ruler draws. */
export interface WindowPicture {
  maxV: number;
  chargesFromV: number;
  maxWorkV: number;
  lowC: number;
  highC: number;
  bars: WindowBar[];
  /** What each school says of the coldest morning, of alike strings. */
  schools: ColdSchool[];
}

/** One school of the coldest morning. */
export interface ColdSchool {
  name: string;
  factor: number;
  volts: number;
  stays: boolean;
  decides: boolean;
}

const MOST_BARS = 6;

/** Panels in series, or the strings of a pile one by one, in the controller's window. */
export function windowPicture(array: ArrayFacts, strings: StringsResult, pen: Pen): WindowPicture {
  const { window } = strings;
  const range = array.year ? workingRange(array.year, array.module) : null;
  return {
    maxV: window.maxV,
    chargesFromV: window.chargesFromV,
    maxWorkV: window.maxWorkV,
    lowC: strings.lowC,
    highC: strings.highC,
    bars: array.pile ? ownBars(array, range) : alikeBars(strings, range),
    schools: array.pile ? [] : schoolsOf(array, strings, pen),
  };
}

function schoolsOf(
  { module }: ArrayFacts,
  { schools, chosen, window }: StringsResult,
  pen: Pen,
): ColdSchool[] {
  const rows = [
    ['record low, the panel’s own coefficient', schools.coefficient],
    ['code table at the record low', schools.codeTable],
    [`mean of yearly lows, taken at ${pen(schools.yearlyLowC, 'temperature')}`, schools.meanYearlyLow],
  ] as const;
  return rows.flatMap(([name, factor], i) => {
    if (factor === null) return [];
    const volts = chosen.series * module.vocV * factor;
    const decides = schools.coefficient === null ? i === 1 : i === 0;
    return [{ name, factor, volts, stays: volts <= window.maxV, decides }];
  });
}

function alikeBars({ window, chosen, panel }: StringsResult, range: WorkingRange | null): WindowBar[] {
  const most = Math.max(chosen.series + 1, Math.ceil(window.maxV / panel.coldVocV));
  const first = Math.max(1, Math.min(chosen.series - 2, Math.floor(window.chargesFromV / panel.hotVmpV)));
  const shown: number[] = [];
  for (let series = first; series <= most; series++) shown.push(series);
  const kept =
    shown.length <= MOST_BARS
      ? shown
      : shown
          .filter((series) => Math.abs(series - chosen.series) <= 2 || series === most - 1)
          .slice(0, MOST_BARS);
  return kept.map((series) => ({
    key: String(series),
    name: `${series} in series`,
    series,
    hotVmpV: series * panel.hotVmpV,
    short: (tryArrangement(series, 1, 1, panel, window, series).faults & FAULT.hotVoltage) !== 0,
    coldVocV: series * panel.coldVocV,
    maxV: window.maxV,
    chargesFromV: window.chargesFromV,
    chosen: series === chosen.series,
    density: densityOf(range, series),
  }));
}

function ownBars({ pile, module }: ArrayFacts, range: WorkingRange | null): WindowBar[] {
  return (pile?.inputs ?? []).flatMap(({ window, strings }) =>
    strings.map(({ id, coldVocV, hotVmpV, hotVocV, alone }, i) => ({
      key: id,
      name: `input ${window.input}, string ${i + 1}`,
      series: null,
      hotVmpV,
      short: hotVocV < Math.max(window.startV, window.chargesFromV),
      coldVocV,
      maxV: window.maxV,
      chargesFromV: window.chargesFromV,
      chosen: true,
      density: densityOf(range, alone.volts / module.vmpV),
    })),
  );
}

const densityOf = (range: WorkingRange | null, times: number) =>
  range
    ? { fromV: times * range.fromV, toV: times * range.toV, share: range.share }
    : { fromV: 0, toV: 0, share: [] };

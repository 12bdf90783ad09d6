import type { ClimateMonth } from '../climate';
import type { BankHome, BankWhere, Insulation } from '../document';

/** Heat through a square metre of the box's walls, W/(m²·K): sheet or wood, 25 mm of foam, 75 mm of foam. Planning figures. */
export const WALLS: Readonly<Record<Insulation, { name: string; uValue: number; damps: number }>> = {
  none: { name: 'none', uValue: 4, damps: 1 },
  some: { name: '25 mm of foam', uValue: 1.1, damps: 0.7 },
  good: { name: '75 mm of foam', uValue: 0.45, damps: 0.45 },
};

/**
 * How much of the air's swing reaches a bank: of a day, and of a cold or hot spell past the month's mean. A bank is
 * heavy and follows slowly. Planning figures, common practice.
 */
export const ROUND_IT: Readonly<
  Record<BankWhere, { name: string; day: number; spell: number; addK: number }>
> = {
  heated: { name: 'in heated rooms', day: 0, spell: 0, addK: 0 },
  building: { name: 'in an unheated building', day: 0.25, spell: 0.5, addK: 2 },
  shed: { name: 'in a shed, trailer or bilge', day: 0.5, spell: 0.7, addK: 1 },
  outdoors: { name: 'outdoors in the shade', day: 0.8, spell: 0.85, addK: 0 },
};

const ROOM_C = { low: 14, mean: 19, high: 25 } as const;
/** A pad keeps the bank at this. */
export const PAD_C = 5;

export interface BankWarmth {
  /** By month, °C: the bank in a cold spell as on record, an ordinary cold night, the mean, a hot day, a hot spell. */
  months: { spellC: number; coldC: number; meanC: number; hotC: number; heatC: number }[];
  /** What a pad takes to keep it above freezing, Wh a day by month. */
  padWh: readonly number[];
}

/** Surface of the inside of a box, m². */
const surfaceM2 = ({ length, width, height }: BankHome) => {
  const [l, w, h] = [length.value / 1000, width.value / 1000, height.value / 1000];
  return 2 * (l * w + l * h + w * h);
};

/** What a pad takes to keep a bank above freezing, Wh a day by month; nothing where there is none, or while it is off. */
export function padDraw(
  home: BankHome,
  months: readonly ClimateMonth[],
  off: readonly number[] = [],
): number[] {
  if (!home.heated || home.where === 'heated') return months.map(() => 0);
  const open = home.kind === 'shelf' || home.kind === 'rack';
  // on an open shelf the pad warms the battery's own skin and the air round it
  const wattsPerK = surfaceM2(home) * (open ? WALLS.none : WALLS[home.insulation]).uValue;
  const { addK } = ROUND_IT[home.where];
  return months.map(({ airC }, m) =>
    off.includes(m + 1) ? 0 : Math.max(0, PAD_C - (airC + addK)) * wattsPerK * 24,
  );
}

/**
 * Temperatures of a bank where it stands, by month, from the place's air.
 * @param records lowest and highest air of the place, °C, @param off months in which a pad gets nothing
 */
export function bankWarmth(
  home: BankHome,
  months: readonly ClimateMonth[],
  records: { lowC: number; highC: number },
  padWh: readonly number[] = padDraw(home, months),
  off: readonly number[] = [],
): BankWarmth {
  if (home.where === 'heated') {
    return {
      months: months.map(() => ({
        spellC: ROOM_C.low,
        coldC: ROOM_C.low,
        meanC: ROOM_C.mean,
        hotC: ROOM_C.high,
        heatC: ROOM_C.high,
      })),
      padWh,
    };
  }
  const round = ROUND_IT[home.where];
  const { damps } = WALLS[home.insulation];
  const warmth = months.map(({ airC, minC, maxC }) => ({
    coldC: airC + round.addK - (airC - minC) * round.day * damps,
    meanC: airC + round.addK,
    hotC: airC + round.addK + (maxC - airC) * round.day * damps,
  }));
  const coldestMonth = Math.min(...warmth.map(({ meanC }) => meanC));
  const hottestMonth = Math.max(...warmth.map(({ meanC }) => meanC));
  const spell = round.spell * (0.5 + damps / 2);
  const coldSpellK = Math.max(0, coldestMonth - records.lowC) * spell;
  const hotSpellK = Math.max(0, records.highC - hottestMonth) * spell;
  // a cold spell of summer is about half as deep as one of winter
  const calmed = (meanC: number) =>
    1 - (0.5 * (meanC - coldestMonth)) / Math.max(1, hottestMonth - coldestMonth);
  const kept = (coldC: number, m: number) =>
    home.heated && !off.includes(m + 1) ? Math.max(PAD_C, coldC) : coldC;
  return {
    months: warmth.map(({ coldC, meanC, hotC }, m) => ({
      spellC: kept(Math.min(coldC, meanC - coldSpellK * calmed(meanC)), m),
      coldC: kept(coldC, m),
      meanC: kept(meanC, m),
      hotC,
      heatC: Math.max(hotC, meanC + hotSpellK),
    })),
    padWh,
  };
}

/**
 * Air that keeps hydrogen under a tenth of what would burn, and the opening for it by natural draught.
 * @param cells in series, @param ah of all rows together, @param boostMaPerAh gassing current while boosting
 * @source IEC 62485-2: Q = 0.05 · n · I · C · 10⁻³ m³/h, A = 28 · Q cm² in and out; from memory, a planning figure
 */
export function ventilation(cells: number, ah: number, boostMaPerAh: number): { m3h: number; cm2: number } {
  const m3h = 0.05 * cells * boostMaPerAh * ah * 1e-3;
  return { m3h, cm2: 28 * m3h };
}

/**
 * How far sparks and flames stay from the vents of cells that gas, mm.
 * @param ah of all rows together, @param boostMaPerAh gassing current while boosting
 * @source IEC 62485-2: d = 28.8 · ∛I · ∛C mm; from memory
 */
export const sparkDistanceMm = (ah: number, boostMaPerAh: number): number =>
  28.8 * Math.cbrt(boostMaPerAh) * Math.cbrt(ah);

import { onFacts, type Facts } from '../calculate';
import type { Priority } from '../document';
import { MONTH_DAYS } from '../units';
import type { PanelWay, PowerPicture, SurplusPicture } from './evaluation';

/** Bands that the picture of all at once tells apart. */
const MOST_BANDS = 7;

export const powerView = onFacts('AC side as its sheet shows it', (facts: Facts): PowerPicture => {
  const { power, powerYear, loads, design, bank } = facts;
  const { asked, inverter, sources } = power;
  const plan = design.power.inverter;
  const year = sources.length > 0 ? powerYear : null;
  return {
    bands: bandsOf(loads, design, asked),
    runningW: asked.runningW,
    startExtraW: Math.max(0, asked.startW - (loads.worstStart?.acW ?? 0)),
    starts: asked.starts,
    limits:
      inverter && plan
        ? {
            continuousW: inverter.continuousW,
            overloadW: inverter.overloadW,
            overloadS: plan.overloadMinutes.value * 60,
            surgeW: inverter.surgeW,
            surgeS: plan.surgeSeconds.value,
          }
        : null,
    months: year && year.months,
    hoursBy: Object.fromEntries(
      (year?.sources ?? []).map(({ id, hoursBy }) => [
        id,
        hoursBy.map((hours, m) => hours / (MONTH_DAYS[m] ?? 30)),
      ]),
    ),
    sources: sources.map(({ id, plan: { name, kind } }) => ({ id, name, kind })),
    roomC: bank.hottestC,
    darkDays: year?.darkDays ?? 0,
    panels: {
      must: waysOf(facts, 'must'),
      should: waysOf(facts, 'should'),
      surplus: waysOf(facts, 'surplus'),
    },
    surplus: surplusOf(facts),
    shedDays: shedDaysOf(facts),
  };
});

/** What runs on AC in the month where most does, scaled to the share that runs at once. */
function bandsOf(
  { rows }: Facts['loads'],
  { uses }: Facts['design'],
  { runningW, runningMonth }: Facts['power']['asked'],
): PowerPicture['bands'] {
  const all = rows
    .filter((row) => !row.later && uses[row.id]?.supply === 'ac' && row.months.includes(runningMonth))
    .map((row) => ({
      name: uses[row.id]?.name || 'unnamed',
      watts: row.runW * (uses[row.id]?.count.value ?? 1),
    }))
    .filter(({ watts }) => watts > 0)
    .sort((a, b) => b.watts - a.watts);
  const sum = all.reduce((total, { watts }) => total + watts, 0);
  const scale = sum > 0 ? runningW / sum : 0;
  const kept = all.slice(0, all.length > MOST_BANDS ? MOST_BANDS - 1 : MOST_BANDS);
  const rest = all.slice(kept.length);
  return [
    ...kept,
    ...(rest.length > 0
      ? [
          {
            name: `${rest.length} smaller ones`,
            watts: rest.reduce((total, { watts }) => total + watts, 0),
          },
        ]
      : []),
  ].map(({ name, watts }) => ({ name, watts: watts * scale }));
}

/** Circuits of what has a breaker to itself stand under its key; the others share general ones. */
function waysOf({ wiring, loads, design }: Facts, priority: Priority): PanelWay[] {
  const of = loads.rows.filter(({ id, later }) => !later && design.uses[id]?.priority === priority);
  const known = new Map(wiring.wired.map((wired) => [wired.circuit.key, wired]));
  const own = of.flatMap(({ id }): PanelWay[] => {
    const side = design.uses[id]?.supply ?? 'ac';
    const device = known.get(`${side}-${id}`)?.device;
    const name = design.uses[id]?.name || 'unnamed';
    return device ? [{ names: [name], side, amps: device.amps, poles: device.poles, many: 1 }] : [];
  });
  const shared = (['ac', 'dc'] as const).flatMap((side): PanelWay[] => {
    const rest = known.get(`${side}-rest`);
    const those = of.filter(({ id }) => design.uses[id]?.supply === side && !known.has(`${side}-${id}`));
    if (!rest?.device || those.length === 0) return [];
    const watts = those.reduce((sum, { id, runW }) => sum + runW * (design.uses[id]?.count.value ?? 1), 0);
    const each = rest.circuit.mostA * rest.circuit.volts;
    return [
      {
        names: those.map(({ id }) => design.uses[id]?.name || 'unnamed'),
        side,
        amps: rest.device.amps,
        poles: rest.device.poles,
        many: Math.max(1, Math.ceil((watts * design.supply.sharing.value) / 100 / Math.max(1, each))),
      },
    ];
  });
  return [...own, ...shared];
}

/** Days that the bank carries with all of it, and with what should run shed; null where nothing is. */
function shedDaysOf({ loads, bank, design }: Facts): PowerPicture['shedDays'] {
  const { heaviest } = loads;
  if (!heaviest || bank.days === null) return null;
  const shed = loads.rows.reduce(
    (sum, { id, later, monthWh }) =>
      design.uses[id]?.priority === 'should' && !later ? sum + (monthWh[heaviest.month - 1] ?? 0) : sum,
    0,
  );
  const left = heaviest.busWh - shed;
  return shed > 0 && left > 0 ? { all: bank.days, must: (bank.days * heaviest.busWh) / left } : null;
}

/** Null where nothing waits for surplus, or the place is not known. */
function surplusOf({ meanDays, surplus }: Facts): SurplusPicture | null {
  if (!meanDays || surplus.length === 0) return null;
  return {
    uses: [...surplus],
    hours: meanDays.map(({ surplusH }) => surplusH),
    mostW: Math.max(...meanDays.map(({ spilledW }) => spilledW)),
  };
}

import { CHEMISTRIES, unitOf } from '../bank';
import type { Facts } from '../calculate';
import type { Bank, BusVolts, Chemistry, Entry, Operation } from '../document';
import { choose, put, remedy, takeController, type Remedy } from '../findings';
import type { Pen } from '../figures';
import { guessedUnit, unitSizes } from '../proposals';
import { classesFor } from '../strings';
import type { Candidate } from './judged';

const catalogue = (value: number): Entry => ({ value, from: 'catalogue' });
const MOST_PARALLEL = 60;

/** Operations that build the bank of other batteries; sizes that nobody typed follow. */
function builtOf(
  bank: Bank,
  chemistry: Chemistry,
  size: { volts: number; ah: number; series: number },
  parallel: number,
) {
  const same = bank.chemistry === chemistry;
  // another battery has another case
  const unit = guessedUnit(chemistry);
  const after: Bank = {
    ...bank,
    chemistry,
    unitVolts: catalogue(size.volts),
    unitAh: catalogue(size.ah),
    unit: same ? { ...unit, onSide: bank.unit.onSide } : unit,
  };
  const operations: Operation[] = [
    put('/bank/unitVolts', after.unitVolts),
    put('/bank/unitAh', after.unitAh),
    choose('/bank/series', size.series),
    choose('/bank/parallel', parallel),
    put('/bank/unit', unitOf(after)),
  ];
  if (!same)
    operations.push(
      put('/bank/chemistry', chemistry),
      put('/bank/sheet', null),
      choose('/bank/depth', CHEMISTRIES[chemistry].depthPct),
      ...(CHEMISTRIES[chemistry].coldestChargeC === null ? [] : [put('/bank/coldProtected', true)]),
    );
  return operations;
}

/**
 * A bank of so much rated energy: more rows of what there is where that stays few, else larger batteries, fewest first.
 * @param exactly true where it must not be more than asked for by much
 */
export function* banksOf({ design, bank }: Facts, ratedWh: number, pen: Pen): Generator<Remedy> {
  const plan = design.bank;
  const most = plan.mostUnits?.value ?? Infinity;
  const many = CHEMISTRIES[plan.chemistry].manyParallel;
  const rowWh = bank.ratedWh / plan.parallel.value;
  const rows = Math.max(1, Math.ceil(ratedWh / rowWh - 1e-9));
  const alike =
    rows <= MOST_PARALLEL && rows !== plan.parallel.value && rows * plan.series.value <= most
      ? remedy(`Use ${rows} in parallel`, choose('/bank/parallel', rows))
      : null;
  if (alike && rows < many) yield alike;
  const larger = unitSizes(plan.chemistry, design.busVolts)
    .map((size) => ({
      size,
      rows: Math.max(1, Math.ceil(ratedWh / (size.volts * size.series * size.ah) - 1e-9)),
    }))
    .filter(
      (it) => it.size.ah > plan.unitAh.value && it.rows <= MOST_PARALLEL && it.rows * it.size.series <= most,
    )
    .sort(
      (a, b) =>
        Math.max(a.rows - many + 1, 0) - Math.max(b.rows - many + 1, 0) ||
        a.size.ah * a.rows * a.size.volts - b.size.ah * b.rows * b.size.volts,
    );
  for (const { size, rows: count } of larger)
    yield remedy(
      `Use ${count * size.series} of ${pen(size.volts, 'voltage')} ${pen(size.ah, 'charge')}${count > 1 ? `, ${count} in parallel` : ''}`,
      ...builtOf(plan, plan.chemistry, size, count),
    );
  if (alike && rows >= many) yield alike;
}

/** The same days in another chemistry, which is lighter, smaller or bears what this one does not. */
export function* chemistriesFor(
  facts: Facts,
  pen: Pen,
  fit: (chemistry: Chemistry) => boolean,
): Generator<Candidate> {
  const { design, bank } = facts;
  for (const chemistry of ['lfp', 'sodium-ion', 'flooded'] as const) {
    if (chemistry === design.bank.chemistry || !fit(chemistry)) continue;
    const asked = (bank.wantedWh / (CHEMISTRIES[chemistry].depthPct / 100)) * 1.2;
    for (const size of unitSizes(chemistry, design.busVolts)) {
      const rows = Math.max(1, Math.ceil(asked / (size.volts * size.series * size.ah) - 1e-9));
      if (rows >= CHEMISTRIES[chemistry].manyParallel) continue;
      const bare = `Take ${CHEMISTRIES[chemistry].name}`;
      yield {
        bare,
        label: `${bare}: ${rows * size.series} of ${pen(size.volts, 'voltage')} ${pen(size.ah, 'charge')}`,
        operations: builtOf(design.bank, chemistry, size, rows),
      };
    }
  }
}

/** Another system voltage, the bank of as much energy, a controller made for it. */
export function* otherVolts(facts: Facts, pen: Pen): Generator<Candidate> {
  const { design, bank } = facts;
  for (const bus of ([24, 48, 12] as const).filter((volts): volts is BusVolts => volts !== design.busVolts)) {
    const sizes = unitSizes(design.bank.chemistry, bus).map((size) => ({
      size,
      rows: Math.max(1, Math.round(bank.ratedWh / (size.volts * size.series * size.ah))),
    }));
    const best = sizes.reduce((least, it) =>
      it.rows * it.size.series < least.rows * least.size.series ? it : least,
    );
    const controllers = Object.entries(design.controllers).flatMap(([id, controller]) => {
      if (controller.buses.includes(bus)) return [];
      const of = classesFor(bus).find(
        ({ numbers }) => numbers.chargeAmps * bus >= controller.chargeAmps.value * design.busVolts,
      );
      return of ? [takeController(`/controllers/${id}`, of, controller)] : [];
    });
    const bare = `Go to ${bus} V`;
    yield {
      bare,
      label: `${bare}, with ${best.rows * best.size.series} of ${pen(best.size.volts, 'voltage')} ${pen(best.size.ah, 'charge')}`,
      operations: [
        put('/busVolts', bus),
        ...builtOf(design.bank, design.bank.chemistry, best.size, best.rows),
        ...controllers,
      ],
    };
  }
}

/** Asks for fewer days: what the bank carries. */
export function fewerDays({ bank, design }: Facts, pen: Pen): Remedy[] {
  const days = Math.floor((bank.days ?? 0) * 10) / 10;
  if (days < LEAST_DAYS || days >= design.bank.days.value) return [];
  return [remedy(`Ask for ${pen(days, 'days')} of autonomy only`, choose('/bank/days', days))];
}

/** Less than half a day is no bank. */
const LEAST_DAYS = 0.5;

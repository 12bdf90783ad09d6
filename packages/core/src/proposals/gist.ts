import { unitOf, CHEMISTRIES } from '../bank';
import type { ArrayFacts, Facts } from '../calculate';
import type { ArrayPlan, Design } from '../document';
import type { Pen } from '../figures';
import { inverterPrice, sourceFigure } from '../power';
import { CONTROLLER_CLASSES } from '../strings';
import type { Finished } from './finish';
import { panelKg, pricesOf } from './usual';
import { wiresOf, type GistWires } from './wires';

/** A whole design in a few figures. */
export interface Gist {
  panels: { count: number; label: string; watts: number; text: string };
  /** Made for what is used in the month that governs. */
  ratio: number;
  month: number;
  bank: { units: number; unitVolts: number; unitAh: number; text: string; days: number };
  controller: { count: number; label: string; maxV: number; coldV: number; hotV: number; freeInputs: number };
  /** In the money one pays with, and whether any of it is only usual. */
  price: number;
  priceGuessed: boolean;
  /** Of it the inverter, and what charges beside the sun; nothing for what is there already. */
  inverterPrice: number;
  sourcesPrice: number;
  wires: GistWires;
  /** Beside it cable, for runs as long as they are said or usually are. */
  cablePrice: number;
  massKg: number;
}

export type Bought = Pick<Gist, 'price' | 'inverterPrice' | 'sourcesPrice'>;

/** What is bought beside panels, bank and controllers: an inverter that is not there, and sources that are not. */
export function boughtBeside(
  { power: { sources } }: Design,
  { design: { power }, inverter }: Finished,
): Omit<Bought, 'price'> {
  return {
    inverterPrice: power.inverter && !inverter?.own ? inverterPrice(power.inverter) : 0,
    sourcesPrice: Object.entries(power.sources).reduce(
      (sum, [id, source]) => (sources[id] ? sum : sum + sourceFigure(source, 'price')),
      0,
    ),
  };
}

/** A design in a few figures. @param bought what must be paid; the usual prices of all of it where it is not said */
export function gistOf(facts: Facts, pen: Pen, bought?: Bought): Gist {
  const { design, energy, bank, arrays, lead } = facts;
  const prices = pricesOf(design);
  const sortsOf = ({ plan, module }: ArrayFacts) =>
    plan.pile
      ? Object.values(plan.pile.sorts).map((sort) => ({
          count: sort.count.value,
          watts: sort.module.pmax.value,
        }))
      : [{ count: plan.count.value, watts: module.pmaxW }];
  const sorts = arrays.flatMap(sortsOf);
  const count = sorts.reduce((sum, sort) => sum + sort.count, 0);
  const watts = sorts.reduce((sum, sort) => sum + sort.count * sort.watts, 0);
  const controllers = [...new Set(arrays.map(({ controllerId }) => controllerId))].flatMap(
    (id) => design.controllers[id] ?? [],
  );
  const classes = controllers.map(({ label }) => CONTROLLER_CLASSES.find((of) => of.label === label));
  const alike = arrays.every(({ plan }) => !plan.pile && samePlan(plan, lead.plan));
  const { series, parallel, inputs } = lead.plan.strings;
  const wired = alike
    ? parallel.value === 1
      ? `, ${series.value === 1 ? 'one by one' : `${series.value} in series`}`
      : `, ${series.value} in series × ${parallel.value}`
    : '';
  const on = alike && inputs.value > 1 ? ` on ${inputs.value} inputs` : '';
  const each = alike && controllers.length > 1 ? `, to each of ${controllers.length} controllers` : '';
  const { plane } = lead.plan;
  const tilt = plane.kind === 'seasonal' ? plane.tilts.winter.value : plane.tilt.value;
  const faces =
    arrays.length > 1 && !alike
      ? `in ${arrays.length} arrays`
      : plane.kind === 'moving'
        ? 'flat on what moves'
        : `${pen(tilt, 'angle')} facing ${compass(plane.azimuth.value)}`;
  const units = design.bank.series.value * design.bank.parallel.value;
  const { mass } = unitOf(design.bank);
  const days = bank.days ?? 0;
  const worst = energy?.worst;
  const beside = boughtBeside(
    { ...design, power: { ...design.power, sources: {} } },
    { design, inverter: null, backup: null },
  );
  const usual =
    beside.inverterPrice +
    beside.sourcesPrice +
    watts * prices.panelWatt +
    (bank.ratedWh / 1000) * prices.bankKWh(design.bank.chemistry) +
    classes.reduce((sum, of) => sum + (of ? prices.controller(of) : 0), 0);
  return {
    panels: {
      count,
      label: alike ? lead.plan.module.label : 'several sorts',
      watts: lead.module.pmaxW,
      text: `${alike ? `${count} × ${pen(lead.module.pmaxW, 'power')}` : `${count} panels, ${pen(watts, 'power')}`}${wired}${on}${each}, ${faces}`,
    },
    ratio: worst?.ratio ?? 0,
    month: worst?.month ?? 1,
    bank: {
      units,
      unitVolts: design.bank.unitVolts.value,
      unitAh: design.bank.unitAh.value,
      text: `${units} × ${pen(design.bank.unitVolts.value, 'voltage')} ${pen(design.bank.unitAh.value, 'charge')}, ${CHEMISTRIES[design.bank.chemistry].name}, ${pen(days, 'days')}`,
      days,
    },
    controller: {
      count: controllers.length,
      label: lead.controller.label,
      maxV: lead.strings?.window.maxV ?? 0,
      coldV: lead.strings?.chosen.coldVocV ?? 0,
      hotV: lead.strings?.chosen.hotVmpV ?? 0,
      freeInputs: Math.max(0, lead.controller.inputs.value - inputs.value),
    },
    ...(bought ?? { ...beside, price: usual }),
    wires: wiresOf(facts, pen),
    cablePrice: facts.takeOff.money,
    priceGuessed:
      (design.power.inverter !== null && design.power.inverter.price === null) ||
      design.budget.panelWatt === null ||
      design.bank.prices[design.bank.chemistry] === undefined ||
      classes.some((of) => of === undefined || design.controllerPrices[of.id] === undefined),
    massKg: panelKg(watts) + units * mass.value,
  };
}

const samePlan = (a: ArrayPlan, b: ArrayPlan): boolean =>
  a.module === b.module &&
  a.count.value === b.count.value &&
  a.strings.series.value === b.strings.series.value &&
  a.strings.parallel.value === b.strings.parallel.value;

const POINTS = [
  'north',
  'north-east',
  'east',
  'south-east',
  'south',
  'south-west',
  'west',
  'north-west',
] as const;
const compass = (azimuthDeg: number) => POINTS[Math.round(azimuthDeg / 45) % 8] ?? 'north';

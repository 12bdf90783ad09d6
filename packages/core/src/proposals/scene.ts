import { arrayKeeps } from '../array';
import { CHEMISTRIES, packedIn, unitOf } from '../bank';
import { harvestOf, planeYearOf, type Facts } from '../calculate';
import {
  BUS_VOLTS,
  type ArrayPlan,
  type BankHome,
  type BankUnit,
  type BusVolts,
  type Chemistry,
  type Controller,
  type Inverter,
  type Kept,
  type ModuleSheet,
} from '../document';
import { machinesFor, type Reckon } from '../findings';
import { remembered } from '../memo';
import { MOUNTINGS, moduleClass, readSheet, sheetOfClass, type ModuleNumbers } from '../module';
import { holdsAll, inverterAt, inverterPrice } from '../power';
import {
  chargeAmpsOn,
  classesFor,
  coldSchools,
  controllerOfClass,
  inputsOf,
  panelAtExtremes,
  type Arrangement,
  windowFor,
  type Berth,
  type ControllerClass,
  type ControllerWindow,
  type Harvest,
  type PanelAtExtremes,
} from '../strings';
import { NEW_PANELS, PER_PANEL, perUnit, pricesOf, unitSizes, type UnitSize } from './usual';

/** A sort of panels that could be used, as it stands at this place. */
export interface PanelChoice {
  sheet: ModuleSheet;
  module: ModuleNumbers;
  panel: PanelAtExtremes;
  harvest: Harvest;
  /** What one costs; nothing where it is there already. */
  price: number;
}

/** A controller that could be used, at one system voltage. */
export interface ControllerChoice {
  controller: Controller;
  windows: (inputs: number) => ControllerWindow;
  inputs: number;
  usableW: number;
  efficiency: number;
  ownWh: number;
  price: number;
  /** The class it is of; null for one that is there already. */
  of: ControllerClass | null;
}

export interface BankChoice {
  chemistry: Chemistry;
  size: UnitSize;
  /** A row of it, Wh, kg and price. */
  rowWh: number;
  rowKg: number;
  rowPrice: number;
  /** Units that go into the room there is; Infinity where nobody measured it. */
  room: number;
}

/** One whole way to build it. */
export interface Candidate {
  bus: BusVolts;
  panel: PanelChoice;
  controller: ControllerChoice;
  /** Controllers alike, each with panels alike. */
  controllers: number;
  arrangement: Arrangement;
  bank: BankChoice;
  parallel: number;
  price: number;
}

/** Everything a search chooses from, worked out once. */
export interface Scene {
  facts: Facts;
  kept: ReadonlySet<Kept>;
  plan: ArrayPlan;
  buses: readonly BusVolts[];
  panels: readonly PanelChoice[];
  chemistries: readonly Chemistry[];
  controllers: (bus: BusVolts, chemistry: Chemistry) => readonly ControllerChoice[];
  banks: (bus: BusVolts, chemistry: Chemistry) => readonly BankChoice[];
  /** What the uses take where a controller is the inverter too, and where it is not. */
  loads: (inverter: boolean) => Facts['loads'];
  mostPanels: number;
  mostUnits: number;
  mostPrice: number;
  /** What the inverter costs that the uses on AC ask for at a system voltage; nothing where the one there is does. */
  inverterPrice: (bus: BusVolts) => number;
}

/**
 * What is fixed: what was said to be. Panels in several arrays, or sorted out of a pile, are fixed with the planes and
 * controllers they are on.
 */
export function keptIn({ kept, arrays }: Facts['design']): Set<Kept> {
  const plans = Object.values(arrays);
  const laidOut = kept.includes('panels') && (plans.length > 1 || plans.some(({ pile }) => pile));
  return new Set(laidOut ? [...kept, 'plane', 'controller'] : kept);
}

/**
 * The array as the job has it, not as its present wires leave it: what they lose is reckoned anew with what is proposed.
 * Its plane is as it is where that is fixed or moves, else the best for the month that governs.
 */
function planeFor({ design, lead, bestTiltDeg, climate }: Facts, kept: ReadonlySet<Kept>): ArrayPlan {
  const plan = design.arrays[lead.id] ?? lead.plan;
  if (kept.has('plane') || plan.plane.kind !== 'fixed' || bestTiltDeg === null || !climate) return plan;
  const tilt = Math.round(bestTiltDeg / 5) * 5;
  return {
    ...plan,
    plane: {
      ...plan.plane,
      tilt: { value: tilt, from: 'chosen' },
      azimuth: { value: climate.latDeg >= 0 ? 180 : 0, from: 'chosen' },
    },
  };
}

const MOST_PANELS = 400;
const MOST_UNITS = 240;

/** The same sheet each time, so that what follows from it is remembered. */
const newSheet = remembered('sheets of new panels', (id: (typeof NEW_PANELS)[number]) =>
  sheetOfClass(moduleClass(id)),
);

/** Null while place or uses are not known. @param own the inverter there is */
export function sceneOf(
  facts: Facts,
  usedWh: readonly number[],
  own: Inverter | null,
  reckon: Reckon,
): Scene | null {
  const { design, climate, skies, lead } = facts;
  if (!climate || !skies) return null;
  const kept = keptIn(design);
  const plan = planeFor(facts, kept);
  const prices = pricesOf(design);
  const sheets = kept.has('panels')
    ? [plan.module]
    : [...new Set([plan.module, ...NEW_PANELS.map(newSheet)])];
  // one year serves to choose by: sorts of panels differ in it by a per cent or two, and what is chosen is reckoned whole
  const harvest = harvestOf(planeYearOf(skies, plan, lead.module), usedWh, arrayKeeps(plan));
  const seen = new Set<string>();
  const panels = sheets.flatMap((sheet): PanelChoice[] => {
    if (seen.has(sheet.label)) return [];
    seen.add(sheet.label);
    const module = readSheet(sheet);
    const cold = coldSchools(module.betaVoc, climate.low);
    return [
      {
        sheet,
        module,
        panel: panelAtExtremes(
          module,
          cold.coefficient ?? cold.codeTable,
          climate.low.valueC,
          climate.high.valueC + MOUNTINGS[plan.mounting].hotRiseK,
          plan.bifacial.value / 100,
        ),
        harvest,
        price: kept.has('panels') ? 0 : module.pmaxW * prices.panelWatt + PER_PANEL,
      },
    ];
  });
  const absorptionV = (bus: BusVolts, chemistry: Chemistry) =>
    CHEMISTRIES[chemistry].absorptionV * (bus / 12);
  const chemistries: Chemistry[] =
    kept.has('chemistry') || kept.has('bank')
      ? [design.bank.chemistry]
      : [...new Set<Chemistry>([design.bank.chemistry, 'lfp'])];
  const volts = kept.has('volts') || kept.has('bank') || kept.has('controller');
  const loadsWith = (inverter: boolean) => {
    const controllers = Object.entries(design.controllers).map(([id, of]) => [id, { ...of, inverter }]);
    return reckon({ ...design, controllers: Object.fromEntries(controllers) }).loads;
  };
  const [apart, inOne] = kept.has('controller')
    ? [facts.loads, facts.loads]
    : [loadsWith(false), loadsWith(true)];
  return {
    facts,
    kept,
    plan,
    buses: volts ? [design.busVolts] : BUS_VOLTS,
    panels,
    chemistries,
    controllers: (bus, chemistry) => {
      const choice = (controller: Controller, of: ControllerClass | null): ControllerChoice => {
        const on = absorptionV(bus, chemistry);
        const efficiency = controller.efficiency.value / 100;
        const usableW = (chargeAmpsOn(controller, bus) * on) / efficiency;
        const inputs = controller.inputs.value - controller.keepFree.value;
        const berth: Berth = {
          windows: inputsOf(controller, { absorptionV: on }),
          first: 1,
          inputs,
          usableW,
        };
        return {
          controller,
          windows: (count) => windowFor(berth, count),
          inputs,
          usableW,
          efficiency,
          ownWh: controller.ownDraw.value * 24,
          price: of ? prices.controller(of) : 0,
          of,
        };
      };
      if (kept.has('controller')) return [choice(lead.controller, null)];
      return [...classesFor(bus), ...classesFor(bus, 'pwm')].map((of) =>
        choice({ position: 1, ...controllerOfClass(of) }, of),
      );
    },
    banks: (bus, chemistry) => {
      const sizes: UnitSize[] = kept.has('bank')
        ? [
            {
              volts: design.bank.unitVolts.value,
              ah: design.bank.unitAh.value,
              series: design.bank.series.value,
            },
          ]
        : unitSizes(chemistry, bus);
      return sizes.map((size): BankChoice => {
        const rowWh = size.volts * size.series * size.ah;
        const unit = unitOf(
          kept.has('bank')
            ? design.bank
            : {
                chemistry,
                unitVolts: { value: size.volts, from: 'catalogue' },
                unitAh: { value: size.ah, from: 'catalogue' },
                unit: guessedUnit(chemistry),
              },
        );
        return {
          chemistry,
          size,
          rowWh,
          rowKg: unit.mass.value * size.series,
          room: kept.has('bank') ? Infinity : roomFor(design.bank.home, unit),
          rowPrice: kept.has('bank')
            ? 0
            : (rowWh / 1000) * prices.bankKWh(chemistry) + size.series * perUnit(chemistry),
        };
      });
    },
    loads: (inverter) => (inverter ? inOne : apart),
    mostPanels: Math.min(MOST_PANELS, plan.most?.value ?? MOST_PANELS),
    mostUnits: Math.min(MOST_UNITS, design.bank.mostUnits?.value ?? MOST_UNITS),
    mostPrice: design.budget.most?.value ?? Infinity,
    inverterPrice: (bus) => inverterPriceAt(facts, own, bus),
  };
}

/** The smallest typical machine that holds what is asked, in plain money. */
function inverterPriceAt(facts: Facts, own: Inverter | null, bus: BusVolts): number {
  const { asked, roomC, altitudeM } = facts.power;
  if (asked.runningW === 0) return 0;
  const holds = holdsAll(asked);
  if (own?.buses.includes(bus) && holds(inverterAt(own, facts.design.supply.phases, roomC, altitudeM)))
    return 0;
  const [first] = machinesFor(facts, holds, bus);
  return first ? inverterPrice(first.inverter) : 0;
}

/** Units that go into a room that was measured; any number into one that is guessed. */
const roomFor = (home: BankHome, unit: BankUnit): number =>
  isGuessed(home) ? Infinity : packedIn(home, unit, MOST_UNITS).room;

/** True of a room that nobody measured. */
export const isGuessed = (home: Pick<BankHome, 'length' | 'width' | 'height'>): boolean =>
  [home.length, home.width, home.height].every(({ from }) => from === 'guess');

const guess = { value: 0, from: 'guess' } as const;
/** Sizes that are not typed follow the amp-hours; what may be laid on its side follows the chemistry. */
export const guessedUnit = (chemistry: Chemistry): BankUnit => ({
  length: guess,
  width: guess,
  height: guess,
  mass: guess,
  onSide: CHEMISTRIES[chemistry].gas === null || chemistry === 'agm',
});

import { arrayKeeps, leadOf, type ArrayInput } from '../array';
import type { BankWarmth } from '../bank';
import type { ClimateShift, JobClimate, RecordTemperature, ResolvedClimate } from '../climate';
import { inOrder, type ArrayPlan, type Design } from '../document';
import { typedReach, type Loads, type Reach } from '../loads';
import { remembered, together } from '../memo';
import { surplusUses } from '../power';
import { readSheet } from '../module';
import type { SkyYear } from '../sky';
import { chargeAmpsOn, leadSheet } from '../strings';
import type { ArrayFacts, Facts } from './facts';
import { bankOf, fitOf, meanDaysOf, needsOf, warmthOf } from './steps/bank';
import { climateOf, skiesOf } from './steps/climate';
import { energyOf, gangs, inputsOf, madeOf, settledEnergy, throughBankOf } from './steps/energy';
import { bestTiltOf, planeYearOf, sunByTiltOf } from './steps/light';
import { loadsOf, settledFirst, settledLoads } from './steps/loads';
import { powerBankOf, powerOf, powerYearOf, surplusOf } from './steps/power';
import {
  controllerOf,
  lossesOf,
  reachOf,
  settledWiring,
  takeOffOf,
  wantsReach,
  wiringOf,
} from './steps/wiring';
import { alikeOf, berthOf, harvestOf, pileOf, unlikeOf } from './steps/strings';

/**
 * The one pass from a document to its facts. Each step is given only the parts of the document that it reads and what the
 * steps above it found, and is not done again while those are the same objects: a change reckons what it touches.
 * @param shift errors of the climate, tried on it
 * @param follows true of a design as it is edited: what comes out as before is the same object as before. Of what is only
 *   tried it is false, so that it does not come between.
 */
export function calculate(
  design: Design,
  grid: JobClimate | null,
  { ghiFactor = 1, lowK = 0, highK = 0 }: ClimateShift = {},
  follows = false,
): Facts {
  const climate = climateOf(design.place, design.stops, grid, ghiFactor, lowK, highK);
  const skies = climate && skiesOf(climate.stays, design.energy.sky);
  const warmth =
    climate &&
    warmthOf(design.bank.home, climate.months, climate.low, climate.high, design.bank.disconnected);
  const taken = takenOf(design, climate, warmth, follows);
  const loads = follows ? settledLoads(taken) : taken;
  const bank = bankOf(design.bank, design.busVolts, loads, warmth);
  const extremes = climate && skies && { skies, low: climate.low, high: climate.high };
  const usedWh = together(loads.months.map(({ busWh }) => busWh));
  const powerBank = powerBankOf(bank, design.bank);
  const power = once(() => powerOf(design, loads, powerBank, climate));
  const strings = together(
    inOrder(design.arrays).map(([id, plan]) => arrayOf(design, id, plan, bank.absorptionV, extremes, usedWh)),
  );
  const arrays = together(climate ? lossesOf(design, loads, bank, power, strings, climate) : strings);
  const inputs = inputsOf(arrays.filter(hasYear));
  const strung = climate && gangs(inputs, bank.absorptionV, design.busVolts);
  // the schema holds that there is one
  const lead = arrays.find(({ id }) => id === (strung && leadOf(strung))) ?? (arrays[0] as ArrayFacts);
  // each only when it is asked for: what is tried needs little of it
  const energy = once(() => {
    const made = climate && energyOf(design, inputs, usedWh, bank);
    return follows && made ? settledEnergy(made) : made;
  });
  const needs = once(() => {
    const bankNeeds = needsOf(design.bank, bank, loads, energy()?.chargeAmps ?? 0);
    const most = bankNeeds.reduce((most, need) => (need.ratedWh > most.ratedWh ? need : most));
    return { bankNeeds, bankGoverning: most.ratedWh > 0 ? most : null };
  });
  const made = once(() => strung && madeOf(strung));
  const throughBank = once(() => strung && throughBankOf(loads.months, madeOf(strung)));
  const bestTilt = once(
    () => climate && skies && bestTiltOf(sunByTiltOf(skies, climate.latDeg, lead.plan), usedWh),
  );
  const meanDays = once(() => {
    const profiles = loads.months.map(({ profile }) => profile);
    return strung && meanDaysOf(design.bank, bank, madeOf(strung), profiles, design.power.surplusAbove.value);
  });
  const surplus = once(() => surplusOf(design, loads, () => meanDays() || null));
  const walkedYear = once(() => {
    const months = energy()?.months;
    return (
      climate &&
      months &&
      (power().sources.length > 0 || surplus().length > 0) &&
      powerYearOf(
        design,
        power(),
        loads,
        powerBank,
        climate,
        grid,
        months.map(({ madeWh }) => madeWh),
        surplus(),
      )
    );
  });
  const wiring = once(() => {
    const wires = wiringOf(design, loads, bank, power(), arrays, made() || null, climate);
    return follows ? settledWiring(wires) : wires;
  });
  const fit = once(() => fitOf(design.bank));
  return {
    design,
    grid,
    climate,
    skies,
    loads,
    bank,
    arrays,
    lead,
    gangs: strung,
    get energy() {
      return energy();
    },
    get bankNeeds() {
      return needs().bankNeeds;
    },
    get bankGoverning() {
      return needs().bankGoverning;
    },
    get made() {
      return made();
    },
    get meanDays() {
      return meanDays();
    },
    get throughBankPct() {
      return throughBank();
    },
    get power() {
      return power();
    },
    get powerYear() {
      return power().sources.length > 0 ? walkedYear() || null : null;
    },
    get wiring() {
      return wiring();
    },
    get takeOff() {
      return takeOffOf(design, wiring());
    },
    get surplus() {
      const year = walkedYear();
      return surplusUses(
        surplus(),
        design.uses,
        loads.rows,
        year ? year.months.map(({ surplusBy }) => surplusBy) : [],
      );
    },
    get bestTiltDeg() {
      return bestTilt();
    },
    get fit() {
      return fit();
    },
  };
}

function once<T>(work: () => T): () => T {
  let known: { is: T } | null = null;
  return () => (known ??= { is: work() }).is;
}

/** What the uses take, through wires that lose what they do. */
function takenOf(
  design: Design,
  climate: ResolvedClimate | null,
  warmth: BankWarmth | null,
  follows: boolean,
): Loads {
  const through = (reach: Reach) => loadsOf(design, climate && climate.months, warmth?.padWh, reach);
  const typed = typedReach(design.supply);
  if (!wantsReach(design)) return through(typed);
  // sizes of conductors follow from watts, which are the same whatever is lost
  const lossless = through(typed);
  const first = follows ? settledFirst(lossless) : lossless;
  const bank = bankOf(design.bank, design.busVolts, first, warmth);
  const power = powerOf(design, first, powerBankOf(bank, design.bank), climate);
  return through(reachOf(design, first, bank, power, climate));
}

const hasYear = (array: ArrayFacts): array is ArrayFacts & ArrayInput => array.year !== null;

/** What is known of the place's light and cold. */
interface Extremes {
  skies: SkyYear;
  low: RecordTemperature;
  high: RecordTemperature;
}

/** One array, on its own. */
function arrayOf(
  { arrays, controllers, busVolts }: Design,
  id: string,
  plan: ArrayPlan,
  absorptionV: number,
  extremes: Extremes | null,
  usedWh: readonly number[],
): ArrayFacts {
  const controllerId = controllerOf(plan, controllers);
  // the schema holds that there is one
  const controller = controllers[controllerId] as ArrayFacts['controller'];
  const module = readSheet(leadSheet(plan));
  const usableW = (chargeAmpsOn(controller, busVolts) * absorptionV) / (controller.efficiency.value / 100);
  const berth = berthOf(arrays, id, controllerId, controller, absorptionV, usableW);
  const called = Object.keys(arrays).length > 1 ? plan.name || 'an unnamed array' : '';
  const of = (year: ArrayFacts['year'], pile: ArrayFacts['pile'], strings: ArrayFacts['strings']) =>
    arrayFacts(plan, controller, module, berth, year, pile, strings, id, controllerId, called);
  if (!extremes) return of(null, null, null);
  const { skies, low, high } = extremes;
  const year = planeYearOf(skies, plan, module);
  const pile = pileOf(plan, module, year, berth, low, high);
  const strings = pile
    ? unlikeOf(pile, plan, berth, absorptionV, low, high)
    : alikeOf(plan, module, berth, low, high, harvestOf(year, usedWh, arrayKeeps(plan)));
  return of(year, pile, strings);
}

const arrayFacts = remembered(
  'facts of an array',
  (
    plan: ArrayPlan,
    controller: ArrayFacts['controller'],
    module: ArrayFacts['module'],
    berth: ArrayFacts['berth'],
    year: ArrayFacts['year'],
    pile: ArrayFacts['pile'],
    strings: ArrayFacts['strings'],
    id: string,
    controllerId: string,
    called: string,
  ): ArrayFacts => ({
    id,
    plan,
    controllerId,
    controller,
    paths: { array: `/arrays/${id}`, controller: `/controllers/${controllerId}` },
    called,
    module,
    berth,
    strings,
    pile,
    year,
  }),
);

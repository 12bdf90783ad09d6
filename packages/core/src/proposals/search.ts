import { bankNeeds, computeBank, type BankResult } from '../bank';
import type { Facts } from '../calculate';
import type { Bank, BusVolts, Chemistry } from '../document';
import { findingsOf, type Finding, type Reckon } from '../findings';
import type { Pen } from '../figures';
import { tryArrangement, LOSS, MUCH_CLIPPED, type Arrangement } from '../strings';
import { designOf, inChemistry } from './design';
import { MOST_TIED_W, PER_BRANCH } from './usual';
import type { BankChoice, Candidate, ControllerChoice, PanelChoice, Scene } from './scene';

/** What a proposal must come to. */
export interface Wanted {
  /** Made for what is used in the month that governs, at least. */
  ratio: number;
  /** Days the bank must carry. */
  days: number;
}

export interface Found {
  candidate: Candidate;
  facts: Facts;
  findings: readonly Finding[];
}

/** Controllers alike side by side at most. */
const MOST_CONTROLLERS = 4;
/** Panels more than the fewest that one controller is tried with, where fewer do not stand in all. */
const MORE_PANELS = 6;
/** Designs reckoned whole before a search gives up, and of those that clip much. */
const MOST_RECKONED = 60;
const MOST_CLIPPED = 20;

/**
 * The cheapest of all that stand: every system voltage, sort of panels, controller, way to wire them and bank, in the
 * order of their price, each reckoned whole until one stands without a look.
 */
export function cheapest(scene: Scene, wanted: Wanted, reckon: Reckon, pen: Pen): Found | null {
  // what is critical asks for more, and with less there is always a look
  const spare = scene.facts.energy?.loadRatio ?? 0;
  if (spare > wanted.ratio) {
    const found = search(scene, { ...wanted, ratio: spare }, reckon, pen);
    if (found && !found.findings.some(spoils)) return found;
  }
  return search(scene, wanted, reckon, pen);
}

function search(scene: Scene, wanted: Wanted, reckon: Reckon, pen: Pen): Found | null {
  let second: Found | null = null;
  let tried = 0;
  // the size of the bank changes neither what an array makes nor the looks on its strings, and only the voltage the amps of the uses
  const short = new Set<Arrangement>();
  const looked = new Set<Arrangement>();
  const buses = new Set<BusVolts>();
  const clipped: Candidate[] = [];
  const reckoned = (candidate: Candidate): Found | null => {
    tried++;
    const facts = reckon(designOf(scene.facts.design, scene, candidate, wanted.days));
    if ((facts.energy?.worst?.ratio ?? 0) < wanted.ratio) {
      short.add(candidate.arrangement);
      return null;
    }
    if ((facts.bank.days ?? 0) < wanted.days * 0.995) return null;
    const findings = findingsOf(facts, pen, reckon);
    return findings.some(({ severity }) => severity === 'stop') ? null : { candidate, facts, findings };
  };
  for (const candidate of inOrderOfPrice(scene, wanted)) {
    const { arrangement, bus } = candidate;
    if (short.has(arrangement) || (second && (looked.has(arrangement) || buses.has(bus)))) continue;
    if (arrangement.kept < MUCH_CLIPPED) {
      if (clipped.length < MOST_CLIPPED) clipped.push(candidate);
      continue;
    }
    if (tried === MOST_RECKONED) break;
    const found = reckoned(candidate);
    if (!found) continue;
    const spoiling = found.findings.filter(spoils);
    if (spoiling.length === 0) return found;
    if (spoiling.some(({ id }) => OF_ARRAY.test(id))) looked.add(arrangement);
    if (spoiling.some(({ id }) => OF_BUS.test(id))) buses.add(bus);
    second ??= found;
  }
  // what is sure to be looked at for its clipping comes after all that may not be
  for (const candidate of clipped) {
    if (second && candidate.price >= second.candidate.price) break;
    if (!short.has(candidate.arrangement)) second = reckoned(candidate) ?? second;
  }
  return second;
}

/** Looks that a proposal should not begin with. */
const SPOILS =
  /^(array\.(short|slow|pwm)|strings\.|bank\.(days|discharge|charge|rows|depth|mass|fit)|uses\.busAmps)/;
const spoils = ({ id, severity }: Finding) => severity === 'look' && SPOILS.test(id);
/** Those that nothing takes away but another system voltage, and those that no other bank does. */
const OF_BUS = /^uses\.busAmps/;
const OF_ARRAY = /^(array\.(short|pwm)|strings\.)/;

/** One system voltage, chemistry, controller and sort of panels, and the least that it can cost. */
interface Family {
  bus: BusVolts;
  bank: BankAt;
  banks: readonly BankChoice[];
  controller: ControllerChoice;
  panel: PanelChoice;
  many: number;
  neededWh: number;
  least: number;
  bound: number;
  /** What its inverter costs. */
  inverter: number;
}

const byPrice = (a: Candidate, b: Candidate) =>
  a.price - b.price || a.controllers - b.controllers || a.parallel - b.parallel;

/**
 * All that could do, the cheapest first; what surely falls short is left out. A family is looked into only when nothing
 * known is cheaper than the least it can cost.
 */
export function* inOrderOfPrice(scene: Scene, wanted: Wanted): Generator<Candidate> {
  const families = familiesOf(scene, wanted).sort((a, b) => a.bound - b.bound);
  let known: Candidate[] = [];
  for (const family of families) {
    while (known[0] && known[0].price <= family.bound) yield known.shift() as Candidate;
    known = [...known, ...candidatesOf(scene, wanted, family)].sort(byPrice);
  }
  yield* known;
}

function familiesOf(scene: Scene, wanted: Wanted): Family[] {
  const { kept, plan } = scene;
  const families: Family[] = [];
  const most = kept.has('controller') || kept.has('panels') ? 1 : MOST_CONTROLLERS;
  for (const bus of scene.buses)
    for (const chemistry of scene.chemistries) {
      const bank = bankAt(scene, bus, chemistry);
      const banks = scene.banks(bus, chemistry);
      const inverter = scene.inverterPrice(bus);
      const [apart, inOne] = [false, true].map((one) => {
        const ratedWh = ratedOf(scene, wanted, bank, one, 0);
        return Math.min(
          ...banks.map(
            (choice) => (rowsOf(scene, bank.figures, choice, ratedWh) ?? Infinity) * choice.rowPrice,
          ),
        );
      }) as [number, number];
      for (const controller of scene.controllers(bus, chemistry)) {
        const bankPrice = controller.controller.inverter ? inOne : apart;
        for (const panel of scene.panels)
          for (let many = 1; many <= (controller.controller.kind === 'pwm' ? 1 : most); many++) {
            const neededWh = neededOf(scene, wanted, bank.figures, controller, panel, many);
            const { harvest } = panel;
            const each = panel.panel.pmaxW * harvest.keeps * harvest.lean.madeUpTo(Infinity);
            const least = kept.has('panels')
              ? plan.count.value
              : Math.max(1, Math.ceil(neededWh / each - 1e-9));
            if (!Number.isFinite(least) || least * many > scene.mostPanels) continue;
            const bound = many * (least * panel.price + controller.price) + bankPrice + inverter;
            if (!Number.isFinite(bound) || bound > scene.mostPrice) continue;
            families.push({ bus, bank, banks, controller, panel, many, neededWh, least, bound, inverter });
          }
      }
    }
  return families;
}

/** What is chosen by may be so far from what is reckoned whole, in either direction. */
const NEARLY = 0.97;

/** What one of so many controllers must be given in the month that governs, Wh a day. */
function neededOf(
  { facts, loads }: Scene,
  { ratio }: Wanted,
  bank: BankResult,
  { controller, ownWh, efficiency }: ControllerChoice,
  { harvest }: PanelChoice,
  many: number,
): number {
  const keeps = 1 - (facts.design.energy.throughBank.value / 100) * (1 - bank.chemistry.roundTrip);
  const at = loads(controller.inverter).months[(harvest.lean.month ?? 1) - 1];
  // its own draw counts in place of that of the controllers there are
  const others = at ? at.busWh - at.controllersWh : 0;
  return ((others + ownWh * many) * ratio * NEARLY) / keeps / efficiency / many;
}

/** All of a family. */
function candidatesOf(scene: Scene, wanted: Wanted, family: Family): Candidate[] {
  const { bus, bank, banks, controller, panel, many, inverter } = family;
  return arrangementsOf(scene, family)
    .flatMap((arrangement) =>
      banksFor(scene, wanted, bank, banks, controller, panel, arrangement, many).map(
        ({ choice, parallel, price }) => ({
          bus,
          panel,
          controller,
          controllers: many,
          arrangement,
          bank: choice,
          parallel,
          price: price + inverter,
        }),
      ),
    )
    .filter(({ price }) => price <= scene.mostPrice);
}

/** A bank at a voltage and chemistry, of one row of anything: as it is sized, and its own figures as the sheets reckon them. */
interface BankAt {
  plan: Bank;
  figures: BankResult;
}

function bankAt(scene: Scene, bus: BusVolts, chemistry: Chemistry): BankAt {
  const { design, loads, bank } = scene.facts;
  const plan = inChemistry(design.bank, chemistry);
  return { plan, figures: computeBank({ busVolts: bus, bank: plan }, loads, bank.warmth) };
}

/** What a bank must be rated for, Wh, where the controller is the inverter too or is not. */
function ratedOf(
  { loads }: Scene,
  { days }: Wanted,
  { plan, figures }: BankAt,
  inverter: boolean,
  chargeAmps: number,
): number {
  const used = loads(inverter);
  const asked = { ...figures, wantedWh: used.overDays(days) };
  return Math.max(...bankNeeds(plan, asked, used, chargeAmps).map(({ ratedWh }) => ratedWh));
}

/** Ways to wire the fewest panels that make enough, and a few more. */
function arrangementsOf(
  { kept, mostPanels }: Scene,
  { controller, panel: { panel, harvest }, many, neededWh, least }: Family,
): Arrangement[] {
  const most = kept.has('panels') ? least : Math.floor(mostPanels / many);
  const found: Arrangement[] = [];
  let first: number | null = null;
  for (let count = least; count <= most && count <= (first ?? 2 * least + 20) + MORE_PANELS; count++) {
    const best = wiredWhole(count, controller, panel, harvest, neededWh);
    if (!best) continue;
    first ??= count;
    found.push(best);
  }
  return found;
}

/** The best way to wire all of so many panels; null where none fits well and makes enough. */
function wiredWhole(
  count: number,
  controller: ControllerChoice,
  panel: PanelChoice['panel'],
  harvest: PanelChoice['harvest'],
  neededWh: number,
): Arrangement | null {
  let best: Arrangement | null = null;
  for (let inputs = 1; inputs <= Math.min(8, controller.inputs); inputs++) {
    if (count % inputs !== 0) continue;
    const window = controller.windows(inputs);
    const each = count / inputs;
    for (let series = 1; series <= Math.min(20, each); series++) {
      const parallel = each / series;
      if (!Number.isInteger(parallel) || parallel > 10) continue;
      const tried = tryArrangement(series, parallel, inputs, panel, window, count, harvest);
      if (window.ties && tried.watts > MOST_TIED_W) continue;
      if (tried.faults !== 0 || tried.losses & (LOSS.hot | LOSS.window) || tried.makesWh < neededWh) continue;
      if (!best || betterThan(tried, best)) best = tried;
    }
  }
  return best;
}

const betterThan = (a: Arrangement, b: Arrangement) =>
  a.makesWh > b.makesWh * 1.005 || (a.makesWh > b.makesWh * 0.995 && a.parallel < b.parallel);

/** Rows of a size of battery that carry so much; null where they are too many, too large or too heavy. */
function rowsOf(
  { facts, kept, mostUnits }: Scene,
  { chemistry }: BankResult,
  { rowWh, rowKg, room, size }: BankChoice,
  ratedWh: number,
): number | null {
  const { home, parallel } = facts.design.bank;
  const rows = kept.has('bank') ? parallel.value : Math.max(1, Math.ceil(ratedWh / rowWh - 1e-9));
  // more rows side by side share unequally
  if (!kept.has('bank') && rows >= Math.min(61, chemistry.manyParallel)) return null;
  if (rows * size.series > Math.min(mostUnits, room)) return null;
  if (home.carries.from !== 'guess' && rows * rowKg > home.carries.value * home.shelves.value) return null;
  return rows;
}

/** The least of each size of battery that carries the days and bears the array. */
function banksFor(
  scene: Scene,
  wanted: Wanted,
  bank: BankAt,
  banks: readonly BankChoice[],
  controller: ControllerChoice,
  { price }: PanelChoice,
  arrangement: Arrangement,
  many: number,
): { choice: BankChoice; parallel: number; price: number }[] {
  const { kept } = scene;
  const usableW = Math.min(arrangement.watts * arrangement.kept, controller.usableW) * many;
  const chargeAmps = (usableW * controller.efficiency) / bank.figures.absorptionV;
  const ratedWh = ratedOf(scene, wanted, bank, controller.controller.inverter, chargeAmps);
  return banks.flatMap((choice) => {
    const parallel = rowsOf(scene, bank.figures, choice, ratedWh);
    if (parallel === null) return [];
    // a lead-acid bank must also be small enough for what charges it
    const least = bank.figures.chemistry.chargeMinC * parallel * choice.size.ah;
    if (!kept.has('bank') && chargeAmps < least) return [];
    return {
      choice,
      parallel,
      price:
        many *
          (arrangement.panels * price +
            controller.price +
            PER_BRANCH * (arrangement.parallel - 1) * arrangement.inputs) +
        parallel * choice.rowPrice,
    };
  });
}

import { CHEMISTRIES, ratedEnergyWh } from '../bank';
import type { ArrayFacts, Facts } from '../calculate';
import { put, remedy, type Finding, type Reckon } from '../findings';
import type { Pen } from '../figures';
import { propose, type Proposal } from '../proposals';
import { monthsText } from '../units';
import {
  fewer,
  morePanels,
  otherControllers,
  ownController,
  pileApart,
  rewired,
  rewiredBelow,
  tilted,
} from './arrays';
import { banksOf, chemistriesFor, fewerDays, otherVolts } from './banks';
import { arrayOf, type Candidate, type Judged } from './judged';

interface At extends Judged {
  finding: Finding;
  array: ArrayFacts;
  reckon: Reckon;
  pen: Pen;
}

type Source = (at: At) => Iterable<Candidate>;

/** Panels wired otherwise, another controller, one of its own, fewer panels: whatever lets the strings stand. */
function* restrung({ facts, array, reckon }: At): Generator<Candidate> {
  yield* rewired(array, true);
  yield* ownController(facts, array, reckon);
  yield* otherControllers(facts, array, reckon, true);
  yield* rewired(array);
  yield* fewer(array);
  yield* otherControllers(facts, array, reckon, false);
}
/** More in series where so few panels cannot reach the volts. */
function* longer(at: At): Generator<Candidate> {
  yield* restrung(at);
  yield* morePanels(at.facts, at.array, at.array.plan.count.value + 1, at.reckon);
}

const need = ({ facts }: At, school: 'worst-month' | 'charge-rate') =>
  facts.energy?.needs.find((one) => one.school === school)?.modules ?? 1;

function* enough(at: At): Generator<Candidate> {
  const { facts, reckon } = at;
  const { lead, energy } = facts;
  const worst = energy?.worst?.ratio ?? null;
  if (lead.strings && lead.strings.chosen.panels < lead.plan.count.value) yield* rewired(lead);
  yield* tilted(facts, lead);
  yield* otherControllers(
    facts,
    lead,
    reckon,
    true,
    ({ numbers }) => numbers.chargeAmps > lead.controller.chargeAmps.value,
  );
  const least = Math.max(need(at, 'worst-month'), lead.plan.count.value + 1);
  if (worst !== null) yield* morePanels(facts, lead, least, reckon);
  yield* inSeason(at);
}

/** Not in use in the months that no array carries. */
function* inSeason({ facts }: At): Generator<Candidate> {
  const { design, energy, climate } = facts;
  const short = (energy?.months ?? [])
    .filter(
      ({ inUse, ratio, month }) =>
        inUse && ((ratio ?? 0) < 1 || (climate?.months[month - 1]?.ghiKWhm2 ?? 1) < 0.1),
    )
    .map(({ month }) => month);
  if (short.length === 0) return;
  const uses = Object.entries(design.uses).filter(
    ([, use]) =>
      use.stage === 0 && use.priority !== 'surplus' && use.months.some((month) => short.includes(month)),
  );
  const left = uses.some(([, use]) => use.months.some((month) => !short.includes(month)));
  if (!left) return;
  yield remedy(
    `Leave ${monthsText(short)} to another source, with nothing in use then`,
    ...uses.map(([id, use]) =>
      put(
        `/uses/${id}/months`,
        use.months.filter((month) => !short.includes(month)),
      ),
    ),
  );
}

function* largerBank(at: At): Generator<Candidate> {
  const { facts, pen, finding } = at;
  const { design, bank, bankNeeds } = facts;
  const school = finding.id.split('.')[1];
  const asked = bankNeeds.find((one) => one.school === school)?.ratedWh;
  const byDays =
    ratedEnergyWh(
      bank.wantedWh,
      1,
      design.bank.depth.value / 100,
      bank.temperatureFactor,
      bank.dischargeEfficiency,
    ) * 1.001;
  const ratedWh = school === 'days' ? Math.max(byDays, asked ?? 0) : (asked ?? byDays);
  yield* banksOf(facts, ratedWh, pen);
  if (school === 'days') {
    yield* banksOf(facts, byDays, pen);
    yield* chemistriesFor(facts, pen, (chemistry) => !CHEMISTRIES[chemistry].gas);
    yield* fewerDays(facts, pen);
  }
}

/** Fewer and larger batteries of as much energy. */
function* fewerRows({ facts, pen }: At): Generator<Candidate> {
  yield* banksOf(facts, facts.bank.ratedWh * 0.98, pen);
  yield* chemistriesFor(facts, pen, () => true);
}

/** Lighter or smaller: another size, another chemistry, less of it. */
function* lighter(at: At): Generator<Candidate> {
  const { facts, pen } = at;
  const { bank, design } = facts;
  yield* chemistriesFor(facts, pen, (chemistry) => !CHEMISTRIES[chemistry].gas);
  yield* banksOf(facts, bank.ratedWh * 0.98, pen);
  for (let rows = design.bank.parallel.value - 1; rows >= 1 && rows > design.bank.parallel.value - 8; rows--)
    yield remedy(`Use ${rows} in parallel`, {
      op: 'replace',
      path: '/bank/parallel',
      value: { value: rows, from: 'chosen' },
    });
}

function* bears({ facts, pen }: At): Generator<Candidate> {
  const { bank } = facts;
  yield* chemistriesFor(facts, pen, (chemistry) => CHEMISTRIES[chemistry].coldestDischargeC <= bank.coldestC);
}

function* lowerAbsorption({ facts, pen, finding }: At): Generator<Candidate> {
  const limit = finding.limit ?? Infinity;
  const twelves = facts.design.busVolts / 12;
  yield* chemistriesFor(facts, pen, (chemistry) => CHEMISTRIES[chemistry].absorptionV * twelves <= limit);
}

function* lowerVolts(at: At): Generator<Candidate> {
  const limit = at.finding.limit ?? 0;
  for (const array of at.facts.arrays) yield* rewiredBelow(array, limit);
  yield* restrung(at);
}

function* unshared(at: At): Generator<Candidate> {
  const [controllerId] = (at.finding.id.split(':')[1] ?? '').split('.');
  const on = at.facts.arrays.filter((array) => array.controllerId === controllerId);
  for (const array of on.toReversed()) {
    yield remedy(
      `Give ${array.called || 'it'} the next free input`,
      put(`${array.paths.array}/strings/first`, null),
    );
    yield* ownController(at.facts, array, at.reckon);
  }
  if (on[0]) yield* otherControllers(at.facts, on[0], at.reckon, true);
  for (const array of on) yield* rewired(array);
}

function* forThisBus(at: At): Generator<Candidate> {
  const id = at.finding.id.split(':')[1];
  const array = at.facts.arrays.find(({ controllerId }) => controllerId === id);
  if (array) yield* otherControllers(at.facts, array, at.reckon, true);
  yield* otherVolts(at.facts, at.pen);
}

/** Whole designs that were looked for already: several findings of one job may ask for them. */
const looked = new WeakMap<Facts, readonly Proposal[]>();

/** Whole other designs, for what no step cures: dear to reckon, and last. */
function* anew({ facts, pen, reckon }: At): Generator<Candidate> {
  const proposals = looked.get(facts) ?? propose(facts, pen, reckon)?.proposals ?? [];
  looked.set(facts, proposals);
  for (const { title, panels, bank, operations } of proposals)
    yield remedy(
      `Begin anew with ${title.charAt(0).toLowerCase()}${title.slice(1)}: ${panels.text}; ${bank.text}`,
      ...operations,
    );
}

/** Where the remedies of a finding come from besides its rule, by the beginning of its id. */
const SOURCES: readonly (readonly [RegExp, readonly Source[]])[] = [
  [/^strings\.hot/, [longer]],
  [/^strings\.(cold|isc|nothing|inputs|missing|fuses|boost)/, [restrung, longer]],
  [/^strings\.(left|window|start|clipped)/, [restrung]],
  [/^array\.pwm/, [restrung]],
  [/^array\.short/, [enough]],
  [
    /^array\.slow/,
    [
      function* (at) {
        yield* morePanels(at.facts, at.facts.lead, need(at, 'charge-rate'), at.reckon);
      },
    ],
  ],
  [/^bank\.(days|daily|discharge|charge|aged)/, [largerBank]],
  [/^bank\.rows/, [fewerRows]],
  [
    /^bank\.(mass|fit)/,
    [
      lighter,
      function* (at) {
        yield* fewerDays(at.facts, at.pen);
      },
      anew,
    ],
  ],
  [/^bank\.(cold|freezes|frost)/, [bears]],
  [/^bank\.high/, [lowerAbsorption]],
  [
    /^uses\.busAmps/,
    [
      function* (at) {
        yield* otherVolts(at.facts, at.pen);
      },
    ],
  ],
  [/^controller\.bus/, [forThisBus]],
  [/^controller\.shared/, [unshared]],
  [
    /^pile\.fuses|^pile\.outside/,
    [
      function* (at) {
        yield* pileApart(at.facts, at.array, Number(at.finding.id.split(':')[0]?.split('.')[2]));
        yield* otherControllers(at.facts, at.array, at.reckon, true);
        yield* ownController(at.facts, at.array, at.reckon);
      },
    ],
  ],
  [/^dc\.(?!poles|protection)/, [lowerVolts]],
  [/^place\.polarNight/, [inSeason]],
];

/** Whole other designs, where a stop has no step: dear to reckon, and last. None of it is proven. */
export function* lastResorts(
  judged: Judged,
  finding: Finding,
  reckon: Reckon,
  pen: Pen,
): Generator<Candidate> {
  if (finding.severity !== 'stop' || !/^(strings|array|bank|controller)\./.test(finding.id)) return;
  yield* anew({ ...judged, finding, array: arrayOf(finding, judged.facts), reckon, pen });
}

/** Everything that might cure a finding, the least change first; none of it is proven. */
export function* candidatesFor(
  judged: Judged,
  finding: Finding,
  reckon: Reckon,
  pen: Pen,
): Generator<Candidate> {
  yield* finding.remedies;
  // a note asks for nothing
  if (finding.severity === 'note') return;
  const at: At = { ...judged, finding, array: arrayOf(finding, judged.facts), reckon, pen };
  for (const source of SOURCES.find(([begins]) => begins.test(finding.id))?.[1] ?? []) yield* source(at);
}

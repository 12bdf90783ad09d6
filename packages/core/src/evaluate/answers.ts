import { onFacts, coldMargin, tightest, type ArrayFacts, type Facts } from '../calculate';
import { panelCount, usesInOrder, type Sheet } from '../document';
import { BANK_SCHOOLS, type Pen } from '../figures';
import { arrangementText, asksForALook, type Finding } from '../findings';
import type { UseRow } from '../loads';
import type { PileFacts, StringsResult } from '../strings';
import { monthName } from '../units';

/** The line under a sheet's question: what decides, then the rest. */
export interface Answer {
  lead: string;
  rest: string;
}

const answer = (lead: string, rest = ''): Answer => ({ lead, rest });

const ANSWERS: Readonly<Record<Sheet, (facts: Facts, pen: Pen) => Answer>> = {
  uses: onFacts('answer of the uses', usesAnswer),
  place: onFacts('answer of the place', placeAnswer),
  bank: onFacts('answer of the bank', bankAnswer),
  array: onFacts('answer of the array', arrayAnswer),
  strings: onFacts('answer of the strings', stringsAnswer),
  power: onFacts('answer of the AC side', powerAnswer),
  wire: onFacts('answer of the wires', wireAnswer),
  'one-line': onFacts('answer of the drawing', drawingAnswer),
};

export const answersOf = (facts: Facts, pen: Pen) =>
  Object.fromEntries(Object.entries(ANSWERS).map(([sheet, ask]) => [sheet, ask(facts, pen)])) as Record<
    Sheet,
    Answer
  >;

function usesAnswer({ loads, design }: Facts, pen: Pen): Answer {
  const heaviest = loads.heaviest;
  if (!heaviest) return answer('Nothing yet.', 'Add the first use below, or paste rows from a spreadsheet.');
  const used = loads.months.filter(({ busWh }) => busWh > 0);
  const lightest = used.reduce((least, month) => (month.busWh < least.busWh ? month : least));
  const takes = (row: UseRow) => row.monthWh[heaviest.month - 1] ?? 0;
  const biggest = loads.rows
    .filter((row) => !row.surplus && !row.later)
    .reduce<UseRow | null>((most, row) => (takes(row) > (most ? takes(most) : 0) ? row : most), null);
  const name = biggest && design.uses[biggest.id]?.name;
  const share = biggest ? Math.round((100 * takes(biggest)) / heaviest.busWh) : 0;
  const parts = [
    lightest.busWh < heaviest.busWh * 0.97
      ? `${pen(lightest.busWh, 'energy')} in ${monthName(lightest.month)}`
      : 'about the same all the months in use',
    name ? `${name} is ${share} % of the heaviest day` : null,
    heaviest.fullWh > heaviest.busWh * 1.05 ? `a full day takes ${pen(heaviest.fullWh, 'energy')}` : null,
  ].filter((part) => part !== null);
  return answer(
    `${pen(heaviest.busWh, 'energy')} a day in ${monthName(heaviest.month)}.`,
    `${capital(parts.join('; '))}.`,
  );
}

function placeAnswer({ climate, loads }: Facts, pen: Pen): Answer {
  if (!climate) return answer('No place yet.', 'Type where it will stand, or search a name.');
  const inUse = climate.months.map((month, index) => ({
    ...month,
    month: index + 1,
    used: (loads.months[index]?.busWh ?? 0) > 0,
  }));
  const counted = inUse.some(({ used }) => used) ? inUse.filter(({ used }) => used) : inUse;
  const [darkest, brightest] = [
    counted.reduce((least, month) => (month.ghiKWhm2 < least.ghiKWhm2 ? month : least)),
    counted.reduce((most, month) => (month.ghiKWhm2 > most.ghiKWhm2 ? month : most)),
  ];
  return answer(
    `${pen(darkest.ghiKWhm2, 'irradiation')} a day on the horizontal in ${monthName(darkest.month)}, ${pen(brightest.ghiKWhm2, 'irradiation')} in ${monthName(brightest.month)}.`,
    `On record between ${pen(climate.low.valueC, 'temperature')} and ${pen(climate.high.valueC, 'temperature')}.`,
  );
}

function bankAnswer({ bank, bankNeeds, bankGoverning, design }: Facts, pen: Pen): Answer {
  const size = `${pen(bank.usableWh, 'energy')} usable of ${pen(bank.ratedWh, 'energy')} rated`;
  if (bank.days === null) return answer('Not known yet.', `${size}; what it must carry comes from the uses.`);
  const wanted = design.bank.days.value;
  const days = bankNeeds.find(({ school }) => school === 'days');
  const governs = bankGoverning
    ? ` ${capital(BANK_SCHOOLS[bankGoverning.school])} ${bankGoverning.school === 'days' || bankGoverning.school === 'aged' ? 'govern' : 'governs'} its size.`
    : '';
  return bank.days >= wanted * 0.995
    ? answer(
        `It carries ${pen(bank.days, 'days')}.`,
        `You asked for ${pen(wanted, 'days')}; ${size}.${governs}`,
      )
    : answer(
        `Not so long: ${pen(bank.days, 'days')}.`,
        `You asked for ${pen(wanted, 'days')}, which takes ${days?.parallel ?? '–'} in parallel; ${size}.${governs}`,
      );
}

function arrayAnswer(facts: Facts, pen: Pen): Answer {
  const { energy, design } = facts;
  const worst = energy?.worst;
  if (!energy) return answer('Not known yet.', 'The sun comes from the place.');
  if (!worst || worst.ratio === null) return answer('Not known yet.', 'What is used comes from the uses.');
  const need = energy.governing;
  const lead = facts.lead;
  const wired = energy.arrays[lead.id]?.wiredModules ?? 0;
  const of = lead.called ? ` of ${lead.called}` : '';
  const asks = need
    ? ` ${need.school === 'worst-month' ? `${monthName(worst.month)} with its margin asks` : 'The bank’s least charge rate asks'} for ${need.modules}${of}; there ${wired === 1 ? 'is' : 'are'} ${wired} in the strings.`
    : '';
  const rest = `In ${monthName(worst.month)} an average day makes ${pen(worst.madeWh, 'energy')} for ${pen(worst.usedWh, 'energy')} used.${asks}`;
  const count = Object.values(design.arrays).reduce((sum, plan) => sum + panelCount(plan), 0);
  if (worst.ratio < 1) return answer(`${count} ${count === 1 ? 'is' : 'are'} too few.`, rest);
  return answer(worst.ratio < energy.loadRatio ? `${count}, just.` : `${count} will do.`, rest);
}

function stringsAnswer(facts: Facts, pen: Pen): Answer {
  const failing = facts.arrays.find(({ strings }) => strings && strings.chosen.faults !== 0);
  const array = failing ?? tightest(facts.arrays, coldMargin);
  const strings = array?.strings;
  if (!array || !strings || !facts.climate)
    return answer('Not known yet.', 'The record low and high come from the place.');
  const { chosen, window, best } = strings;
  const of = array.called ? `${array.called}: ` : '';
  if (array.pile) return pileAnswer(array.pile, strings, of, pen);
  const fitting = best
    ? ` ${capital(arrangementText(best))} fits, with ${pen(window.maxV - best.coldVocV, 'voltage')} to spare.`
    : ' None of the ways to wire them fits.';
  if (chosen.coldVocV > window.maxV) {
    return answer(
      'Not this one.',
      `${of}${chosen.series} in series reach ${pen(chosen.coldVocV, 'voltage')} on the coldest morning; the controller can be destroyed above ${pen(window.maxV, 'voltage')}.${fitting}`,
    );
  }
  if (chosen.faults !== 0)
    return answer(
      'Not this one.',
      `${of}${capital(arrangementText(chosen))} stays under ${pen(window.maxV, 'voltage')}, but fails otherwise.${fitting}`,
    );
  return answer(
    facts.arrays.length > 1 ? 'Every string stands.' : `${capital(arrangementText(chosen))} stands.`,
    `${array.called ? `Tightest, ${of}from` : 'From'} ${pen(chosen.hotVmpV, 'voltage')} working on the hottest afternoon to ${pen(chosen.coldVocV, 'voltage')} open on the coldest morning, ${pen(window.maxV - chosen.coldVocV, 'voltage')} under the limit.`,
  );
}

function powerAnswer({ power, powerYear, design }: Facts, pen: Pen): Answer {
  const { asked, inverter, sources } = power;
  const backup = sources.length > 0 && powerYear ? ` ${backupText(power, powerYear, pen)}` : '';
  if (asked.runningW === 0)
    return Object.keys(design.uses).length === 0
      ? answer('Nothing yet.', `What it must carry comes from the uses.${backup}`)
      : answer('Nothing on AC.', `Every use is on DC.${backup}`);
  const starts = asked.starts
    ? `${pen(asked.startW, 'power')} while ${asked.starts} starts`
    : 'no start takes more';
  if (!inverter || !design.power.inverter)
    return answer(
      `${pen(asked.runningW, 'power')} at once.`,
      `${capital(starts)}. Choose an inverter that carries both.${backup}`,
    );
  const runs = asked.runningW <= inverter.continuousW;
  const turns = asked.startW <= inverter.surgeW;
  const lead =
    asked.largestW > inverter.continuousW
      ? 'It does not run.'
      : asked.aloneW > inverter.surgeW
        ? 'It does not start.'
        : runs && turns
          ? 'It runs and it starts.'
          : runs
            ? 'It runs; not everything starts at once.'
            : 'It runs, but not all at once.';
  return answer(
    lead,
    `${pen(asked.runningW, 'power')} at once of ${pen(inverter.continuousW, 'power')} carried here; ${starts}${asked.starts ? `, of ${pen(inverter.surgeW, 'power')}` : ''}.${backup}`,
  );
}

function backupText(
  { sources }: Facts['power'],
  { darkDays, sources: years }: NonNullable<Facts['powerYear']>,
  pen: Pen,
): string {
  const sets = sources.filter(({ plan }) => plan.kind === 'generator').map(({ id }) => id);
  const sum = (of: 'hours' | 'litres') =>
    years.reduce((total, year) => total + (sets.includes(year.id) ? year[of] : 0), 0);
  const runs =
    sets.length > 0
      ? `The engine runs ${pen(sum('hours'), 'hours')} and burns ${pen(sum('litres'), 'fuel')} a year.`
      : 'What charges beside the sun burns no fuel of its own.';
  return darkDays >= 1 ? `${runs} ${capital(pen(darkDays, 'days'))} a year stay without.` : runs;
}

/** What the wires come to: whether each carries what it must, then the drop, the main fuse and the metres. */
function wireAnswer({ wiring, takeOff, climate }: Facts, pen: Pen): Answer {
  const { wired, worst } = wiring;
  if (!worst) return answer('Nothing to wire yet.', 'Circuits come with panels, bank and uses.');
  const bad = wired.filter(({ chosen }) => chosen.fails.length > 0);
  const burns = bad.filter(({ chosen }) =>
    chosen.fails.some((cause) => cause !== 'drop' && cause !== 'strength'),
  );
  const lead = !climate
    ? 'Cold and heat of the place are not known yet.'
    : burns.length > 0
      ? 'Not with these wires.'
      : bad.length > 0
        ? 'It carries, but drops too much.'
        : wired.some(({ guessed, circuit }) => guessed && circuit.kind === 'feed')
          ? 'These do, if the runs are no longer than guessed.'
          : 'These do.';
  const main = wired.find(({ circuit }) => circuit.key === 'bank')?.device;
  return answer(
    lead,
    `Worst drop: ${pen(worst.chosen.dropPct, 'percent')} of ${pen(worst.limitPct, 'percent')} allowed, ${worst.circuit.name}.${main ? ` ${capital(main.label)} of ${pen(main.amps, 'current')} at the bank.` : ''} ${pen(Math.round(takeOff.metres), 'distance')} of cable in ${wired.length} run${wired.length === 1 ? '' : 's'}.`,
  );
}

/** What the drawing shows, and what of it is marked. */
function drawingAnswer({ wiring, climate, arrays, bank, power }: Facts, pen: Pen): Answer {
  const { wired } = wiring;
  const bad = wired.filter(({ chosen }) => chosen.fails.length > 0);
  const over = arrays.filter(({ strings }) => strings && strings.chosen.coldVocV > strings.window.maxV);
  const lead = !climate
    ? 'Cold and heat of the place are not known yet.'
    : over.length > 0
      ? `${over.length === 1 ? 'A string is' : 'Strings are'} over the limit of ${over.length === 1 ? 'its' : 'their'} input.`
      : bad.length > 0
        ? `${bad.length} run${bad.length === 1 ? ' does' : 's do'} not hold.`
        : 'Everything is held.';
  const circuits = wired
    .filter(({ circuit }) => circuit.kind === 'feed')
    .reduce((sum, { circuit }) => sum + circuit.many, 0);
  return answer(
    lead,
    `${circuits} circuit${circuits === 1 ? '' : 's'} come${circuits === 1 ? 's' : ''} down from the panels to a bank of ${pen(bank.ratedWh, 'energy')}${power.inverter ? ` and ${pen(power.inverter.continuousW, 'power')} of inverter` : ''}.`,
  );
}

function pileAnswer(
  { inputs, kWh, ownKWh }: PileFacts,
  { chosen, window }: StringsResult,
  of: string,
  pen: Pen,
): Answer {
  const says = (text: string) => (of ? of + text : capital(text));
  if (inputs.length === 0)
    return answer('Nothing is strung yet.', says('the search below finds the strings that make most.'));
  if (chosen.coldVocV > window.maxV)
    return answer(
      'Not this one.',
      says(
        `a string reaches ${pen(chosen.coldVocV, 'voltage')} on the coldest morning; its input can be destroyed above ${pen(window.maxV, 'voltage')}.`,
      ),
    );
  if (chosen.faults !== 0)
    return answer('Not this one.', says('the strings stay under their limit of volts, but fail otherwise.'));
  const lost = 100 * (1 - kWh / Math.max(1e-9, ownKWh));
  return answer(
    lost < 2 ? 'They go together.' : lost < 5 ? 'They nearly go together.' : 'They hold each other back.',
    `${of}${chosen.panels} panels on ${inputs.length} input${inputs.length === 1 ? '' : 's'} give away ${pen(lost, 'percent')} of what each would make at its own best; ${pen(window.maxV - chosen.coldVocV, 'voltage')} are left under the limit.`,
  );
}

/** Each sheet's one governing figure for the run of sheets. */
export const governingOf = onFacts('governing figures', governing);

function governing(
  { loads, climate, bank, arrays, design, energy, power, wiring, takeOff }: Facts,
  pen: Pen,
): Record<Sheet, string> {
  const heaviest = loads.heaviest;
  return {
    uses: heaviest
      ? `${pen(heaviest.busWh, 'energy')} a day, ${monthName(heaviest.month)}`
      : `${usesInOrder(design).length} uses`,
    place: climate
      ? `${pen(climate.low.valueC, 'temperature')} to ${pen(climate.high.valueC, 'temperature')}`
      : 'not chosen yet',
    bank: `${design.busVolts} V · ${pen(bank.usableWh, 'energy')} usable`,
    array: arrays
      .map(({ plan, module, pile }) =>
        pile
          ? `${panelCount(plan)} of ${pile.sorts.length} sorts`
          : `${plan.count.value} × ${pen(module.pmaxW, 'power')}`,
      )
      .join(', '),
    power: powerGoverns(design, power, pen),
    'one-line': countText(wiring),
    wire: `${wiring.wired.length} runs · ${pen(Math.round(takeOff.metres), 'distance')}`,
    strings: energy ? arrays.map(stringsText).join(', ') : 'waits for the place',
  };
}

/** "3 feeds, 14 runs". */
function countText({ wired }: Facts['wiring']): string {
  const feeds = wired.filter(({ circuit }) => circuit.kind === 'feed').length;
  return `${feeds} feed${feeds === 1 ? '' : 's'}, ${wired.length} run${wired.length === 1 ? '' : 's'}`;
}

/** Inverter and sources in a few words. */
function powerGoverns(
  { power: { inverter } }: Facts['design'],
  { asked, sources }: Facts['power'],
  pen: Pen,
) {
  const machine = inverter
    ? `${pen(inverter.continuous.value * inverter.stacked.value, 'power')}`
    : asked.runningW > 0
      ? 'no inverter yet'
      : 'DC only';
  return [machine, ...sources.map(({ plan }) => plan.name || plan.kind)].join(' · ');
}

/** How an array is strung, in a few words. */
function stringsText({ strings, pile }: ArrayFacts): string {
  if (pile) {
    const count = pile.inputs.reduce((sum, input) => sum + input.strings.length, 0);
    return `${count} string${count === 1 ? '' : 's'}, not alike`;
  }
  return strings ? arrangementText(strings.chosen) : '–';
}

/** The gravest mark on each sheet. */
export function marksOf(findings: readonly Finding[]): Partial<Record<Sheet, 'stop' | 'look'>> {
  const marks: Partial<Record<Sheet, 'stop' | 'look'>> = {};
  for (const finding of findings) {
    const { sheet, severity } = finding;
    if (severity === 'stop') marks[sheet] = 'stop';
    else if (asksForALook(finding) && marks[sheet] !== 'stop') marks[sheet] = 'look';
  }
  return marks;
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

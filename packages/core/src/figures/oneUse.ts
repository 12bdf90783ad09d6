import { paintText, type Design, type Use } from '../document';
import { givenOf, paintIn, USE_FORMS, type Loads, type UseRow, RATED_AT_C } from '../loads';
import { remembered } from '../memo';
import { figure, step, type Figure, type Pen, type Step } from './figure';

/** What one use takes from the bank on a day it runs. @param brief without its working */
export function useFigure(
  { uses, supply }: Pick<Design, 'uses' | 'supply'>,
  { reach }: Pick<Loads, 'reach'>,
  pen: Pen,
  row: UseRow,
  brief = false,
): Figure[] {
  const use = uses[row.id];
  if (!use) return [];
  const machine = use.supply === 'ac' ? supply.inverterEfficiency.value / 100 : 1;
  return [told(use, row, pen, machine, reach[use.supply], brief)];
}

/** "97 %" as a factor, without zeros that say nothing. */
const factor = (share: number): string => `÷ ${share.toFixed(3).replace(/0$/, '')}`;

const told = remembered(
  'figure of a use',
  (use: Use, row: UseRow, pen: Pen, machine: number, wires: number, brief: boolean): Figure => {
    const label = `${use.name || 'unnamed use'}, a day`;
    if (brief) return figure(pen, `use:${row.id}`, 'uses', label, row.busWh, 'energy', { source: '' });
    const ac = use.supply === 'ac';
    const count = use.count.value;
    const off = count > 0 ? (row.offWh * machine * wires) / count : 0;
    const { source } = USE_FORMS[use.form];
    const meanWh = Math.max(...row.monthWh);
    return figure(pen, `use:${row.id}`, 'uses', label, row.busWh, 'energy', {
      steps: [
        ...ownSteps(use, row, pen, count > 0 ? row.ownWh / count - off : 0),
        ...(off > 0 ? [step('off draw, the other hours', `+ ${pen(off, 'energy')}`)] : []),
        step('how many', `× ${count}`),
        ...(ac ? [step('inverter efficiency', factor(machine))] : []),
        ...(wires < 1 || !ac ? [step(`${ac ? 'AC' : 'DC'} wiring efficiency`, factor(wires))] : []),
      ],
      source: `${source}. The bank gives what the inverter and the wiring lose on top.`,
      others:
        row.busWh > 0 && Math.abs(meanWh / row.busWh - 1) > 0.005
          ? `On a day it runs; as the mean of all days of its heaviest month ${pen(meanWh, 'energy')}.`
          : null,
    });
  },
  20_000,
);

function ownSteps(use: Use, row: UseRow, pen: Pen, ownWh: number): Step[] {
  const given = (key: Parameters<typeof givenOf>[1]) => givenOf(use, key);
  switch (use.form) {
    case 'watts':
    case 'amps': {
      const paint = row.months[0] === undefined ? undefined : paintIn(use, row.months[0]);
      return [
        step(
          use.form === 'amps'
            ? `${pen(given('amps'), 'current')} × ${pen(given('volts'), 'voltage')} × ${given('powerFactor')}`
            : 'while it runs',
          pen(row.runW, 'power'),
        ),
        step(
          paint === undefined ? 'hours a day' : `hours of ${paintText(paint)}`,
          `× ${pen(row.hours, 'hours')}`,
        ),
      ];
    }
    case 'meter':
      return [
        step(
          `${pen(given('meterWh'), 'energy')} over ${pen(given('meterHours'), 'hours')}, a day`,
          pen(ownWh, 'energy'),
        ),
      ];
    case 'label':
      return [step(`${pen(given('labelWh'), 'energy')} a year over 365 days`, pen(ownWh, 'energy'))];
    case 'pump': {
      const against = given('pressure') > 0 ? `, against ${pen(given('pressure'), 'pressure')}` : '';
      const efficiency = given('pumpEfficiency') / 100;
      return [
        step(
          `${pen(given('litres'), 'volume')} lifted ${pen(given('head'), 'distance')}${against}`,
          pen(ownWh * efficiency, 'energy'),
        ),
        step('pump efficiency', `÷ ${efficiency.toFixed(2)}`),
      ];
    }
    case 'water': {
      const efficiency = given('heaterEfficiency') / 100;
      return [
        step(
          `${pen(given('litres'), 'volume')} heated by ${pen(given('rise'), 'rise')}`,
          pen(ownWh * efficiency, 'energy'),
        ),
        step('the heater gives', `÷ ${efficiency.toFixed(2)}`),
      ];
    }
    case 'vehicle': {
      const efficiency = given('chargerEfficiency') / 100;
      return [
        step(
          `${pen(given('distance'), 'road')} at ${pen(given('perDistance'), 'perDistance')}`,
          pen(ownWh * efficiency, 'energy'),
        ),
        step('charger efficiency', `÷ ${efficiency.toFixed(2)}`),
      ];
    }
    case 'heating':
    case 'cooling':
      return [
        step(
          `${pen(given('perKelvin'), 'perKelvin')} ${use.form === 'heating' ? 'below' : 'above'} ${pen(given('base'), 'temperature')}, ${given('cop').toFixed(2)} of heat for its energy at ${pen(RATED_AT_C[use.form], 'temperature')} outdoors and by the outdoor air elsewhere, at most ${pen(use.watts.value, 'power')}`,
          pen(ownWh, 'energy'),
        ),
      ];
    case 'series':
      return [step(`mean of ${use.series?.name ?? 'the readings'}`, pen(ownWh, 'energy'))];
  }
}

import { amount, choice, field, guessed, share, sheet, wholeChoice, type FieldSpec } from './kit';

export const BANK_FIELDS: Readonly<Record<string, FieldSpec>> = {
  '/bank/days': field(
    'Days to carry',
    'days',
    0.1,
    30,
    'How long the bank must carry the uses with no sun and no engine.',
    choice,
  ),
  '/bank/depth': field(
    'Usable depth',
    'percent',
    5,
    100,
    'Share of the bank’s capacity you are willing to take out.',
    choice,
  ),
  '/bank/coldest': field(
    'Coldest bank',
    'temperature',
    -50,
    45,
    'The coldest the bank itself gets, where it stands.',
    guessed(amount(5, 'a shed follows the outside air more than people expect, by 5 K')),
  ),
  '/bank/unitVolts': field(
    'Unit volts',
    'voltage',
    1,
    100,
    'Nominal voltage of one battery or module, as sold.',
    {},
  ),
  '/bank/unitAh': field(
    'Unit amp-hours',
    'charge',
    1,
    5000,
    'Rated capacity of one unit; for lead-acid at the 20-hour rate.',
    sheet(share(0.1, 'a tired or cheap unit has a tenth less than its label')),
  ),
  '/bank/series': field('In series', 'count', 1, 48, 'Units one after another: volts add.', wholeChoice),
  '/bank/parallel': field('In parallel', 'count', 1, 60, 'Rows side by side: amp-hours add.', wholeChoice),
};

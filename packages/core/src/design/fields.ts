import type { Quantity } from '../units';
import type { Source } from './types';

export interface PlausibleError {
  size: number;
  /** Of the value, or in the field's own stored unit. */
  as: 'share' | 'amount';
  why: string;
}

export interface FieldSpec {
  label: string;
  quantity: Quantity;
  min: number;
  max: number;
  integer?: true;
  gloss: string;
  /** What a typed value counts as until the person says otherwise. */
  typed: Source;
  /** How far a guess of this kind is plausibly out. */
  error?: PlausibleError;
}

const share = (size: number, why: string): PlausibleError => ({ size, as: 'share', why });
const amount = (size: number, why: string): PlausibleError => ({ size, as: 'amount', why });

type Rest = Partial<Pick<FieldSpec, 'integer' | 'typed' | 'error'>>;
const field = (
  label: string,
  quantity: Quantity,
  min: number,
  max: number,
  gloss: string,
  rest: Rest = {},
): FieldSpec => ({ label, quantity, min, max, gloss, typed: 'catalogue', ...rest });

const choice: Rest = { typed: 'chosen' };
const wholeChoice: Rest = { typed: 'chosen', integer: true };
const guessed = (error: PlausibleError): Rest => ({ typed: 'guess', error });
const sheet = (error: PlausibleError): Rest => ({ typed: 'catalogue', error });

const gridError = share(0.16, 'the grid is within 16 % of station months as a root mean square');

/**
 * Every figure a person may enter, by its place in the design (`*` stands for a row's id). Limits are those of
 * the schema; plausible errors of guesses are common practice unless they name a source.
 */
export const FIELDS: Readonly<Record<string, FieldSpec>> = {
  '/uses/*/watts': field(
    'Watts',
    'power',
    0,
    100_000,
    'What one of them draws while it runs.',
    sheet(share(0.3, 'name plates are 30 % out either way')),
  ),
  '/uses/*/count': field('How many', 'count', 1, 10_000, 'How many of them there are.', wholeChoice),
  '/uses/*/hours': field(
    'Hours a day',
    'hours',
    0,
    24,
    'Hours a day each one really runs, on an average day of the months in use.',
    guessed(share(0.4, 'people misjudge hours by 40 %')),
  ),
  '/uses/*/startFactor': field(
    'Start factor',
    'factor',
    1,
    12,
    'Starting watts over running watts. Motors draw 3 to 7 times for an instant.',
    guessed(share(0.4, 'motor starts differ by 40 %')),
  ),
  '/uses/*/standby': field(
    'Off draw',
    'power',
    0,
    10_000,
    'What each one draws when it is “off”, the other hours of the day.',
    guessed(share(0.5, 'standby draw is rarely on the plate; half as much again is common')),
  ),

  '/supply/inverterEfficiency': field(
    'Inverter gives back',
    'percent',
    50,
    100,
    'Share of what it takes from the bank that reaches the AC uses.',
    guessed(amount(4, 'at light load an inverter is 4 points worse than its sheet')),
  ),
  '/supply/inverterIdle': field(
    'Inverter’s own draw',
    'power',
    0,
    500,
    'What the inverter takes from the bank while it is on, with nothing plugged in.',
    guessed(share(0.5, 'idle draw differs by half between makes')),
  ),
  '/supply/inverterHours': field(
    'Inverter on',
    'hours',
    0,
    24,
    'Hours a day the inverter is switched on, in months with an AC use.',
    guessed(share(0.25, 'a switched-off inverter is often left on')),
  ),
  '/supply/dcEfficiency': field(
    'DC wiring gives back',
    'percent',
    50,
    100,
    'Share of what leaves the bank that reaches the DC uses.',
    guessed(amount(2, 'long runs lose 2 points more')),
  ),

  '/place/lat': field('Latitude', 'latitude', -90, 90, 'Degrees from the equator, north positive.', choice),
  '/place/lon': field('Longitude', 'longitude', -180, 180, 'Degrees from Greenwich, east positive.', choice),
  '/place/altitude': field(
    'Height',
    'altitude',
    -450,
    6000,
    'Above the sea. It shifts the grid’s temperatures by 6.5 K a kilometre.',
    guessed(amount(100, 'a map read is within 100 m')),
  ),
  '/place/low': field(
    'Record low',
    'temperature',
    -80,
    35,
    'The coldest air ever likely there. Cold panels give more volts.',
    guessed(amount(5, 'the record of a near-by station may be 5 K off')),
  ),
  '/place/high': field(
    'Record high',
    'temperature',
    -20,
    60,
    'The hottest air ever likely there. Hot panels give fewer volts.',
    guessed(amount(3, 'the record of a near-by station may be 3 K off')),
  ),
  '/place/ghi/*': field(
    'Sun on the flat',
    'irradiation',
    0,
    12,
    'Global horizontal irradiation, an average day of the month.',
    { typed: 'catalogue', error: gridError },
  ),
  '/place/air/*': field('Mean air', 'temperature', -70, 50, 'Mean air temperature of the month.', {
    typed: 'catalogue',
    error: amount(2, 'the grid is within 1 to 3 K'),
  }),

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

  '/arrays/*/count': field('Panels', 'count', 1, 400, 'How many panels you mean to put up.', wholeChoice),
  '/arrays/*/plane/tilt': field('Tilt', 'angle', 0, 90, '0° lies flat, 90° stands upright.', choice),
  '/arrays/*/plane/azimuth': field(
    'Faces',
    'angle',
    0,
    360,
    'Clockwise from true north: 90° east, 180° south, 270° west.',
    choice,
  ),
  '/arrays/*/plane/tilts/*': field('Tilt', 'angle', 0, 90, '0° lies flat, 90° stands upright.', choice),
  '/arrays/*/rows/count': field('Rows', 'count', 1, 60, 'Rows one behind another.', wholeChoice),
  '/arrays/*/rows/pitch': field(
    'Row to row',
    'distance',
    0.2,
    60,
    'From the foot of one row to the foot of the next, along the ground.',
    choice,
  ),
  '/arrays/*/rows/length': field(
    'Up the slope',
    'distance',
    0.2,
    20,
    'Of one row, along the panels from foot to top.',
    guessed(share(0.1, 'frames and gaps add a tenth')),
  ),
  '/arrays/*/width': field(
    'Across',
    'distance',
    0.2,
    200,
    'Of the array, across its slope. A narrow shadow covers a part of it.',
    guessed(share(0.2, 'the layout is not drawn yet')),
  ),
  '/arrays/*/bifacial': field(
    'The backs add',
    'percent',
    0,
    30,
    'Power and amps that light on the backs of bifacial panels adds; nothing close to a roof.',
    guessed(amount(4, 'the gain of backs differs by 4 points')),
  ),
  '/arrays/*/skyline/obstacles/*/azimuth': field(
    'Stands at',
    'angle',
    0,
    360,
    'Clockwise from true north, seen from the middle of the panels.',
    guessed(amount(5, 'a compass read by hand is 5° out')),
  ),
  '/arrays/*/skyline/obstacles/*/distance': field(
    'Away',
    'distance',
    0.1,
    20_000,
    'Along the ground from the middle of the panels.',
    guessed(share(0.15, 'paced distances are 15 % out')),
  ),
  '/arrays/*/skyline/obstacles/*/height': field(
    'Above the panels',
    'distance',
    0,
    3000,
    'Its top, above the middle of the panels.',
    guessed(share(0.2, 'heights by eye are 20 % out')),
  ),
  '/arrays/*/skyline/obstacles/*/bottom': field(
    'Begins at',
    'distance',
    0,
    3000,
    'Where it begins above the middle of the panels; 0 where it stands on the ground.',
    choice,
  ),
  '/arrays/*/skyline/obstacles/*/width': field(
    'Wide',
    'distance',
    0.02,
    20_000,
    'Across, as seen from the panels.',
    guessed(share(0.2, 'widths by eye are 20 % out')),
  ),
  '/arrays/*/skyline/obstacles/*/leafed': field(
    'Through its leaves',
    'percent',
    0,
    100,
    'Sun that comes through the crown in leaf.',
    guessed(amount(10, 'crowns differ by 10 points')),
  ),
  '/arrays/*/skyline/obstacles/*/bare': field(
    'Through it when bare',
    'percent',
    0,
    100,
    'Sun that comes through the bare crown.',
    guessed(amount(15, 'bare crowns differ by 15 points')),
  ),
  '/arrays/*/albedo': field(
    'Ground reflects',
    'percent',
    0,
    90,
    'Grass about 20 %, fresh snow 60 to 70 %.',
    guessed(amount(10, 'ground reflection changes by 10 points with season')),
  ),
  '/arrays/*/soiling': field(
    'Dirt and snow take',
    'percent',
    0,
    80,
    'Share of the year’s light lost to dust, pollen and snow.',
    guessed(amount(4, 'dirt and snow differ by 4 points')),
  ),
  '/arrays/*/albedoBy/*': field(
    'Ground reflects',
    'percent',
    0,
    90,
    'In this month; fresh snow 60 to 70 %.',
    guessed(amount(15, 'snow comes and goes, 15 points')),
  ),
  '/arrays/*/soilingBy/*': field(
    'Dirt takes',
    'percent',
    0,
    80,
    'In this month, in place of the year’s figure.',
    guessed(amount(4, 'dirt differs by 4 points')),
  ),
  '/arrays/*/snowBy/*': field(
    'Lying snow takes',
    'percent',
    0,
    100,
    'Share of this month’s light lost while snow lies on the panels.',
    guessed(amount(20, 'snow lies longer in one winter than in the next, 20 points')),
  ),
  '/arrays/*/wiring': field(
    'Array wiring takes',
    'percent',
    0,
    20,
    'Drop between panels and controller.',
    guessed(amount(1.5, 'runs come out longer than planned')),
  ),
  '/arrays/*/mismatch': field(
    'Mismatch and age take',
    'percent',
    0,
    40,
    'Panels are not quite alike, and lose about half a per cent a year.',
    guessed(amount(3, 'age and mismatch differ by 3 points')),
  ),
  '/energy/throughBank': field(
    'Goes through the bank',
    'percent',
    0,
    100,
    'Share of the energy that is stored before it is used; the rest is used as it is made.',
    guessed(amount(25, 'without a log, day and night shares are 25 points out')),
  ),

  '/arrays/*/module/pmax': field(
    'Pmax',
    'power',
    1,
    1000,
    'Rated watts at standard conditions: 1000 W/m², 25 °C cell.',
    sheet(share(0.03, 'rated power has a 3 % tolerance')),
  ),
  '/arrays/*/module/voc': field(
    'Voc',
    'voltage',
    1,
    200,
    'Open-circuit volts: nothing connected, standard conditions.',
    sheet(share(0.03, 'measured Voc strays 3 % from the sheet')),
  ),
  '/arrays/*/module/isc': field(
    'Isc',
    'current',
    0.1,
    30,
    'Short-circuit amps at standard conditions.',
    sheet(share(0.04, 'measured Isc strays 4 % from the sheet')),
  ),
  '/arrays/*/module/vmp': field(
    'Vmp',
    'voltage',
    1,
    200,
    'Volts at the panel’s best working point.',
    sheet(share(0.03, 'measured Vmp strays 3 % from the sheet')),
  ),
  '/arrays/*/module/imp': field(
    'Imp',
    'current',
    0.1,
    30,
    'Amps at the panel’s best working point.',
    sheet(share(0.04, 'measured Imp strays 4 % from the sheet')),
  ),
  '/arrays/*/module/betaVoc': field(
    'Voc by temperature',
    'coefficient',
    -1,
    0,
    'How much Voc changes per kelvin; about −0.3 %/K for silicon.',
    sheet(amount(0.03, 'coefficients of one class differ by 0.03 %/K')),
  ),
  '/arrays/*/module/alphaIsc': field(
    'Isc by temperature',
    'coefficient',
    -0.1,
    0.3,
    'How much Isc changes per kelvin; about +0.05 %/K.',
    sheet(amount(0.02, 'coefficients of one class differ by 0.02 %/K')),
  ),
  '/arrays/*/module/gammaPmax': field(
    'Pmax by temperature',
    'coefficient',
    -1,
    0,
    'How much power changes per kelvin; −0.3 to −0.45 %/K.',
    sheet(amount(0.05, 'coefficients of one class differ by 0.05 %/K')),
  ),
  '/arrays/*/module/maxFuse': field(
    'Largest series fuse',
    'current',
    1,
    60,
    'The panel maker’s limit for the fuse in its string.',
    sheet(share(0.2, 'classes differ by a fuse size')),
  ),

  '/controllers/*/maxVolts': field(
    'Never above',
    'voltage',
    10,
    1500,
    'Above this the controller is destroyed.',
    {},
  ),
  '/controllers/*/minVolts': field(
    'Works from',
    'voltage',
    0,
    1000,
    'Lowest volts at which its tracker works.',
    {},
  ),
  '/controllers/*/maxWorkVolts': field(
    'Works up to',
    'voltage',
    5,
    1500,
    'Highest volts at which its tracker works at full power.',
    {},
  ),
  '/controllers/*/headroom': field(
    'Above the bank by',
    'voltage',
    0,
    50,
    'Volts the string must keep above the bank’s own to charge it.',
    {},
  ),
  '/controllers/*/maxAmps': field(
    'Amps it uses',
    'current',
    1,
    500,
    'Most amps each input works with; above it the rest is left on the roof.',
    {},
  ),
  '/controllers/*/maxIscAmps': field(
    'Short-circuit amps',
    'current',
    1,
    1000,
    'Most short-circuit amps that may ever be connected to each input.',
    {},
  ),
  '/controllers/*/chargeAmps': field(
    'Charge amps',
    'current',
    1,
    1000,
    'Most amps it sends to the bank, all inputs together.',
    {},
  ),
  '/controllers/*/efficiency': field(
    'Controller gives back',
    'percent',
    50,
    100,
    'Share of the array’s power that reaches the bank.',
    sheet(amount(1.5, 'away from its best voltage it is 1.5 points worse')),
  ),
  '/controllers/*/inputs': field('Inputs', 'count', 1, 4, 'Separate trackers, each with its own strings.', {
    integer: true,
  }),
  '/arrays/*/strings/series': field(
    'In series',
    'count',
    1,
    60,
    'Panels one after another: volts add.',
    wholeChoice,
  ),
  '/arrays/*/strings/parallel': field(
    'In parallel',
    'count',
    1,
    60,
    'Strings side by side on an input: amps add.',
    wholeChoice,
  ),
  '/arrays/*/strings/inputs': field(
    'On inputs',
    'count',
    1,
    4,
    'How many of the controller’s inputs carry this arrangement.',
    wholeChoice,
  ),
};

const STARRED: readonly (readonly [RegExp, string])[] = [
  [/^\/(uses|stops|arrays|controllers)\/[^/]+/, '/$1/*'],
  [/^\/stops\/\*\//, '/place/'],
  [/\/obstacles\/[^/]+/, '/obstacles/*'],
  [/\/(ghi|air|albedoBy|soilingBy|snowBy)\/\d+$/, '/$1/*'],
  [/\/tilts\/[a-z]+$/, '/tilts/*'],
];

/** The place in the design with a row's id or a month's number made a star; a stop has the fields of the place. */
export function patternOf(path: string): string {
  return STARRED.reduce((pattern, [from, to]) => pattern.replace(from, to), path);
}

export function fieldAt(path: string): FieldSpec {
  const spec = FIELDS[patternOf(path)];
  if (!spec) throw new RangeError(`No field at ${path}`);
  return spec;
}

import { amount, choice, field, gridError, guessed, type FieldSpec } from './kit';

export const PLACE_FIELDS: Readonly<Record<string, FieldSpec>> = {
  '/place/lat': field('Latitude', 'latitude', -90, 90, 'Degrees from the equator, north positive.', choice),
  '/place/lon': field('Longitude', 'longitude', -180, 180, 'Degrees from Greenwich, east positive.', choice),
  '/place/altitude': field(
    'Altitude',
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
    'Horizontal irradiation',
    'irradiation',
    0,
    12,
    'Global horizontal irradiation, an average day of the month.',
    { typed: 'catalogue', error: gridError },
  ),
  '/place/air/*': field(
    'Mean air temperature',
    'temperature',
    -70,
    50,
    'Mean air temperature of the month.',
    {
      typed: 'catalogue',
      error: amount(2, 'the grid is within 1 to 3 K'),
    },
  ),
};

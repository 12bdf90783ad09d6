import type { GivenKey, Use, UseForm } from '../document';

/** What a figure that was not given is taken as. Common practice. */
export const USUAL_GIVEN: Readonly<Record<GivenKey, number>> = {
  amps: 1,
  volts: 230,
  powerFactor: 1,
  meterWh: 1000,
  meterHours: 24,
  meterPeak: 0,
  labelWh: 150_000,
  litres: 100,
  head: 10,
  pressure: 0,
  pumpEfficiency: 35,
  rise: 40,
  heaterEfficiency: 95,
  distance: 10,
  perDistance: 180,
  chargerEfficiency: 88,
  perKelvin: 50,
  base: 18,
  cop: 1,
  duty: 100,
  daysAWeek: 5,
  startAmps: 20,
  startVolts: 230,
  startWatts: 0,
};

/** A figure of a use, or its usual value where it is not given. */
export const givenOf = ({ given }: Pick<Use, 'given'>, key: GivenKey): number =>
  given[key]?.value ?? USUAL_GIVEN[key];

export interface FormData {
  name: string;
  about: string;
  /** Figures it asks for. */
  asks: readonly GivenKey[];
  /** True where its watts while it runs are typed and not reckoned. */
  watts: boolean;
  /** True where its hours are typed or painted and its energy follows from them. */
  timed: boolean;
  source: string;
}

const physics = 'by physics';

/** The ways to say what a use takes. */
export const USE_FORMS: Readonly<Record<UseForm, FormData>> = {
  watts: {
    name: 'watts and hours',
    about: 'off the name plate',
    asks: [],
    watts: true,
    timed: true,
    source: 'Energy is power × time',
  },
  amps: {
    name: 'amps and volts',
    about: 'off the plate of a motor or a 12 V thing',
    asks: ['amps', 'volts', 'powerFactor'],
    watts: false,
    timed: true,
    source: 'Watts are amps × volts × power factor',
  },
  meter: {
    name: 'a plug meter',
    about: 'what it counted over hours or days',
    asks: ['meterWh', 'meterHours', 'meterPeak'],
    watts: false,
    timed: false,
    source: 'The energy counted over the time it was counted for',
  },
  label: {
    name: 'an energy label',
    about: 'kWh a year',
    asks: ['labelWh'],
    watts: true,
    timed: false,
    source: 'A year’s energy over 365 days',
  },
  pump: {
    name: 'water lifted',
    about: 'litres from a depth or against a pressure',
    asks: ['litres', 'head', 'pressure', 'pumpEfficiency'],
    watts: true,
    timed: false,
    source: `Mass × gravity × height, and volume × pressure, ${physics}`,
  },
  water: {
    name: 'water heated',
    about: 'litres by degrees',
    asks: ['litres', 'rise', 'heaterEfficiency'],
    watts: true,
    timed: false,
    source: `1.163 Wh for a litre and a kelvin, ${physics}`,
  },
  vehicle: {
    name: 'distance driven',
    about: 'a car, a bicycle, a quad',
    asks: ['distance', 'perDistance', 'chargerEfficiency'],
    watts: true,
    timed: false,
    source: 'Distance × what each takes, over the charger’s efficiency',
  },
  heating: {
    name: 'heating by the cold',
    about: 'watts for each degree below a base',
    asks: ['perKelvin', 'base', 'cop'],
    watts: true,
    timed: false,
    source: 'Heating degrees of the place, hour by hour of its mean days with a spread of 3.5 K between days',
  },
  cooling: {
    name: 'cooling by the heat',
    about: 'watts for each degree above a base',
    asks: ['perKelvin', 'base', 'cop'],
    watts: true,
    timed: false,
    source: 'Cooling degrees of the place, hour by hour of its mean days with a spread of 3.5 K between days',
  },
  series: {
    name: 'a measured series',
    about: 'time and watts from a logger, averaged into a day by month',
    asks: [],
    watts: false,
    timed: false,
    source: 'The mean of the readings at each hour of the day',
  },
};

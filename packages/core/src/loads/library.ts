import {
  NO_PAINT,
  painted,
  type GivenKey,
  type JobKind,
  type Priority,
  type UseForm,
  type UseGroup,
} from '../document';

/** A use as it usually is: where to begin, not what yours takes. */
export interface TypicalUse {
  id: string;
  name: string;
  group: UseGroup;
  kinds: readonly JobKind[];
  watts: number;
  /** Plausible range of what decides it: watts, or kWh a year where a label does. */
  range: readonly [low: number, high: number];
  /** What differs from one part of the world to another. */
  elsewhere: string | null;
  hours: number;
  dc: boolean;
  startFactor: number;
  standby: number;
  priority: Priority;
  form: UseForm;
  given: Partial<Record<GivenKey, number>>;
  paint: string | null;
  perPerson: boolean;
  source: string;
}

const PRACTICE = 'common practice';
/** Wattages of household things as the United States Department of Energy lists them, from memory. */
const DOE = 'US Department of Energy, typical wattages, from memory';

/** From memory of labels on both sides. */
const COLD_BY_REGION =
  'Small modern ones in Europe and Asia are labelled 130 to 220 kWh a year, large North American ones 350 to 600.';

const HOUSES: readonly JobKind[] = ['cabin', 'homestead'];
const FIXED: readonly JobKind[] = ['cabin', 'homestead', 'shed'];
const MOVING: readonly JobKind[] = ['trailer', 'boat'];
const ALL: readonly JobKind[] = [...FIXED, ...MOVING];

type Extra = Partial<
  Omit<TypicalUse, 'id' | 'name' | 'group' | 'kinds' | 'watts' | 'range' | 'hours' | 'paint'>
> & {
  /** Hours painted, as pairs from–to. */
  from?: readonly (readonly [number, number])[];
};

function use(
  group: UseGroup,
  id: string,
  name: string,
  kinds: readonly JobKind[],
  watts: number,
  range: readonly [number, number],
  hours: number,
  { from, ...extra }: Extra = {},
): TypicalUse {
  const paint = from
    ? from.reduce((cells, [begin, end]) => painted(cells, begin * 2, (end * 2 + 47) % 48, true), NO_PAINT)
    : null;
  return {
    id,
    name,
    group,
    kinds,
    watts,
    range,
    hours,
    dc: false,
    startFactor: 1,
    standby: 0,
    priority: 'should',
    form: 'watts',
    given: {},
    paint,
    perPerson: false,
    elsewhere: null,
    source: PRACTICE,
    ...extra,
  };
}

const EVENING = [[18, 22]] as const;
const LAMP: Extra = { dc: true, perPerson: true, from: EVENING };
const label = (kWh: number, extra: Extra = {}): Extra => ({
  form: 'label',
  given: { labelWh: kWh * 1000 },
  priority: 'must',
  startFactor: 5,
  ...extra,
});

/** Typical uses of the five kinds of job, by group. Watts of one. */
export const USE_LIBRARY: readonly TypicalUse[] = [
  use('lighting', 'lamp', 'Lamps', ALL, 6, [3, 12], 4, LAMP),
  use('lighting', 'strip', 'Light strips', MOVING, 10, [5, 20], 3, LAMP),
  use('lighting', 'work-light', 'Work lights', ['homestead', 'shed'], 30, [15, 60], 3, { from: [[17, 20]] }),
  use('lighting', 'yard', 'Yard light with a sensor', FIXED, 20, [10, 50], 0.5, { standby: 1 }),
  use('lighting', 'anchor', 'Anchor light', ['boat'], 2, [1, 5], 15, {
    dc: true,
    priority: 'must',
    from: [[17, 8]],
  }),

  use('water', 'pressure-pump', 'Pressure pump, 12 V', ALL, 60, [40, 110], 0.5, {
    dc: true,
    startFactor: 3,
    priority: 'must',
    perPerson: true,
  }),
  use('water', 'well-pump', 'Well pump', HOUSES, 800, [250, 1100], 0.5, {
    form: 'pump',
    given: { litres: 400, head: 40, pressure: 250, pumpEfficiency: 35 },
    startFactor: 5,
    priority: 'must',
    source: `${PRACTICE}; watts: ${DOE}`,
  }),
  use('water', 'house-pump', 'House pressure pump', HOUSES, 550, [250, 1100], 0.4, {
    startFactor: 5,
    priority: 'must',
    perPerson: true,
    source: DOE,
  }),
  use('water', 'irrigation', 'Irrigation', ['homestead'], 370, [200, 1100], 2, {
    startFactor: 5,
    priority: 'surplus',
    from: [[10, 14]],
  }),
  use('water', 'uv', 'Ultraviolet treatment', HOUSES, 30, [15, 60], 24, { priority: 'must' }),
  use('water', 'water-heater', 'Water heater', HOUSES, 1500, [750, 5500], 1.5, {
    form: 'water',
    given: { litres: 80, rise: 40, heaterEfficiency: 90 },
    priority: 'surplus',
    from: [[10, 15]],
  }),

  use(
    'cold',
    'fridge-label',
    'Refrigerator, by its label',
    HOUSES,
    90,
    [130, 220],
    9,
    label(170, { elsewhere: COLD_BY_REGION }),
  ),
  use(
    'cold',
    'fridge-freezer',
    'Fridge and freezer, by its label',
    HOUSES,
    110,
    [200, 600],
    9,
    label(280, { elsewhere: COLD_BY_REGION }),
  ),
  use('cold', 'chest', 'Chest freezer, by its label', HOUSES, 90, [140, 350], 9, label(200)),
  use('cold', 'second-chest', 'Second freezer', ['homestead'], 90, [140, 350], 9, label(200)),
  use('cold', 'dc-fridge', 'Compressor cool box, 12 V', ALL, 45, [30, 70], 9, {
    dc: true,
    startFactor: 3,
    priority: 'must',
  }),
  use('cold', 'milk-cooler', 'Milk cooler', ['homestead'], 900, [500, 1500], 3, {
    startFactor: 6,
    priority: 'must',
    from: [
      [7, 9],
      [18, 20],
    ],
  }),

  use('cooking', 'kettle', 'Kettle', HOUSES, 2000, [1000, 3000], 0.2, { perPerson: true }),
  use('cooking', 'coffee', 'Coffee maker', ALL, 1000, [900, 1200], 0.2, { source: DOE, from: [[7, 8]] }),
  use('cooking', 'microwave', 'Microwave oven', ALL, 1350, [1100, 1700], 0.25, { standby: 2 }),
  use('cooking', 'toaster', 'Toaster', HOUSES, 1000, [800, 1400], 0.1, { source: DOE }),
  use('cooking', 'induction', 'Induction plate', ALL, 1800, [800, 2200], 0.7, {
    from: [
      [12, 13],
      [18, 19],
    ],
    perPerson: true,
  }),
  use('cooking', 'slow', 'Slow cooker', HOUSES, 200, [120, 300], 6, { from: [[10, 16]] }),
  use('cooking', 'hood', 'Cooker hood', HOUSES, 80, [40, 250], 0.7),

  use('washing', 'washer', 'Washing machine, cold', HOUSES, 450, [350, 500], 1, {
    startFactor: 3,
    standby: 1,
    source: DOE,
    from: [[10, 14]],
  }),
  use('washing', 'dish', 'Dishwasher', ['homestead'], 1200, [1200, 2400], 0.8, {
    source: DOE,
    from: [[12, 14]],
  }),
  use('washing', 'vacuum', 'Vacuum cleaner', HOUSES, 1000, [1000, 1440], 0.2, {
    startFactor: 2,
    source: DOE,
  }),
  use('washing', 'iron', 'Clothes iron', HOUSES, 1000, [1000, 1800], 0.2, { source: DOE }),
  use('washing', 'dryer', 'Clothes dryer, vented', ['homestead'], 5000, [1800, 5600], 0.6, {
    priority: 'surplus',
    startFactor: 1.2,
    source: DOE,
    from: [[11, 14]],
  }),

  use('tools', 'drill-charger', 'Chargers for tools', ALL, 80, [50, 150], 1.5, {
    standby: 1,
    from: [[10, 14]],
  }),
  use('tools', 'circular-saw', 'Circular saw', FIXED, 1400, [1000, 1800], 0.3, { startFactor: 3 }),
  use('tools', 'table-saw', 'Table saw', ['homestead', 'shed'], 1800, [1100, 2500], 0.5, { startFactor: 4 }),
  use('tools', 'compressor', 'Air compressor', ['homestead', 'shed'], 1500, [750, 2200], 0.5, {
    startFactor: 5,
  }),
  use('tools', 'grinder', 'Angle grinder', FIXED, 900, [600, 2000], 0.3, { startFactor: 2.5 }),
  use('tools', 'welder', 'Inverter welder', ['homestead', 'shed'], 3000, [1500, 5000], 0.3, {
    priority: 'surplus',
  }),
  use('tools', 'extractor', 'Honey extractor', ['homestead', 'shed'], 370, [180, 750], 3, {
    startFactor: 4,
    from: [[9, 12]],
  }),
  use('tools', 'milking', 'Milking machine', ['homestead'], 750, [550, 1500], 1.5, {
    startFactor: 5,
    priority: 'must',
    from: [
      [6, 7],
      [17, 18],
    ],
  }),

  use('communications', 'router', 'Router', ALL, 10, [6, 18], 24, { priority: 'must' }),
  use('communications', 'satellite', 'Satellite terminal', ALL, 50, [20, 110], 14, { standby: 2 }),
  use('communications', 'laptop', 'Laptop', ALL, 50, [30, 90], 4, {
    perPerson: true,
    standby: 1,
    source: DOE,
  }),
  use('communications', 'phones', 'Phone charging', ALL, 8, [5, 20], 1.5, {
    dc: true,
    perPerson: true,
    standby: 0.2,
  }),
  use('communications', 'tv', 'Television', ALL, 70, [40, 150], 3, { standby: 1, from: [[19, 22]] }),
  use('communications', 'radio', 'Radio', ALL, 15, [5, 40], 4, { dc: true }),
  use('communications', 'repeater', 'Radio repeater', FIXED, 14, [8, 30], 24, { dc: true, priority: 'must' }),
  use('communications', 'camera', 'Camera with recorder', FIXED, 12, [6, 25], 24, { priority: 'must' }),

  use('comfort', 'ceiling-fan', 'Ceiling fan', HOUSES, 65, [40, 175], 8, { source: DOE }),
  use('comfort', 'dc-ceiling-fan', 'Ceiling fan, direct-current motor', HOUSES, 25, [15, 35], 8),
  use('comfort', 'dc-fan', 'Fan, 12 V', ALL, 15, [6, 40], 8, { dc: true }),
  use('comfort', 'boiler-fan', 'Boiler controls and fan', HOUSES, 90, [40, 200], 8, {
    startFactor: 3,
    priority: 'must',
  }),
  use('comfort', 'furnace-fan', 'Furnace fan', ['homestead'], 500, [300, 750], 6, {
    startFactor: 4,
    priority: 'must',
    source: DOE,
  }),
  use('comfort', 'diesel-heater', 'Fuel-fired air heater', MOVING, 25, [10, 45], 8, {
    dc: true,
    startFactor: 5,
  }),
  use('comfort', 'cooler', 'Room cooler, by the heat', HOUSES, 700, [400, 1500], 5, {
    form: 'cooling',
    given: { perKelvin: 120, base: 24, cop: 3 },
    startFactor: 3,
  }),
  use('comfort', 'heat-pump', 'Heat pump, by the cold', HOUSES, 900, [500, 2000], 6, {
    form: 'heating',
    given: { perKelvin: 100, base: 15, cop: 2.8 },
    startFactor: 2,
  }),
  use('comfort', 'tape', 'Heater tape', FIXED, 60, [20, 200], 8, { priority: 'must' }),
  use('comfort', 'dehumidifier', 'Dehumidifier', [...HOUSES, 'boat'], 300, [200, 785], 6, {
    startFactor: 4,
    source: DOE,
  }),

  use('vehicle', 'car', 'Car, by distance', ['homestead'], 2300, [1400, 7000], 3, {
    form: 'vehicle',
    given: { distance: 25, perDistance: 180, chargerEfficiency: 88 },
    priority: 'surplus',
    from: [[10, 15]],
  }),
  use('vehicle', 'bicycle', 'Electric bicycle', ALL, 150, [80, 250], 2, {
    form: 'vehicle',
    given: { distance: 20, perDistance: 9, chargerEfficiency: 82 },
    from: [[10, 13]],
  }),
  use('vehicle', 'quad', 'Quad or small tractor', ['homestead'], 1000, [500, 2000], 3, {
    form: 'vehicle',
    given: { distance: 10, perDistance: 120, chargerEfficiency: 85 },
    priority: 'surplus',
    from: [[11, 15]],
  }),

  use('gear', 'bilge', 'Bilge pump', ['boat'], 40, [25, 100], 0.2, {
    dc: true,
    startFactor: 3,
    priority: 'must',
    standby: 0.2,
  }),
  use('gear', 'instruments', 'Instruments and plotter', ['boat'], 25, [10, 60], 6, { dc: true }),
  use('gear', 'autopilot', 'Autopilot', ['boat'], 40, [15, 90], 5, { dc: true }),
  use('gear', 'windlass', 'Anchor windlass', ['boat'], 900, [500, 1500], 0.1, { dc: true, startFactor: 2 }),
  use('gear', 'vhf', 'Marine radio, listening', ['boat'], 5, [3, 8], 8, { dc: true, priority: 'must' }),
  use('gear', 'water-pump', 'Tap pump', MOVING, 50, [30, 90], 0.3, {
    dc: true,
    startFactor: 3,
    perPerson: true,
  }),
  use('gear', 'step', 'Step and awning motors', ['trailer'], 120, [60, 200], 0.1, {
    dc: true,
    startFactor: 3,
  }),
  use('gear', 'alarm', 'Gas alarm and locks', MOVING, 3, [1, 8], 24, { dc: true, priority: 'must' }),
];

/** Those usual for a kind of job come first, in the order of the groups. */
export const libraryFor = (kind: JobKind): TypicalUse[] => [
  ...USE_LIBRARY.filter(({ kinds }) => kinds.includes(kind)),
  ...USE_LIBRARY.filter(({ kinds }) => !kinds.includes(kind)),
];

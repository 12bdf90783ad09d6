import Joi from 'joi';
import { HORIZON_STEP_DEG } from './array';
import { INPUT_LIMITS } from './controller';
import { KEPT, SCHOOLS, type Design } from './design';
import { fieldAt, FIELDS } from './fields';
import type { Pile } from './pile';
import { CURVE_LOADS } from './power';
import {
  date,
  entries,
  entry,
  id,
  monthList,
  monthly,
  name,
  position,
  sparse,
  uuid,
  words,
} from './schemaKit';
import { wiringSchema } from './schemaWiring';
import { USE_GROUPS } from './use';
import { CURRENT_VERSION } from './version';

/** Of a use that was measured. */
export const MOST_SERIES_W = 1_000_000;
const useSchema = Joi.object({
  name: name.allow('').required(),
  position,
  months: monthList,
  supply: Joi.string().valid('ac', 'dc').required(),
  priority: Joi.string().valid('must', 'should', 'surplus').required(),
  ...entries('/uses/*'),
  group: Joi.string()
    .valid(...Object.keys(USE_GROUPS))
    .required(),
  form: Joi.string()
    .valid('watts', 'amps', 'meter', 'label', 'pump', 'water', 'vehicle', 'heating', 'cooling', 'series')
    .required(),
  given: Joi.object(sparse('/uses/*/given')).required(),
  paint: Joi.object()
    .pattern(/^(year|[1-9]|1[0-2])$/, Joi.string().pattern(/^[01]{48}$/))
    .required(),
  days: Joi.string().valid('every', 'week', 'visits', 'event').required(),
  event: Joi.string().pattern(id).allow(null).required(),
  perPerson: Joi.boolean().required(),
  start: Joi.string().valid('factor', 'amps', 'watts').required(),
  leg: Joi.string().valid('a', 'b', 'c', 'both').required(),
  shed: Joi.number().integer().min(0).max(99).required(),
  stage: Joi.number().integer().min(0).max(3).required(),
  series: Joi.object({
    name: name.required(),
    watts: Joi.array()
      .items(Joi.array().items(Joi.number().min(0).max(MOST_SERIES_W)).length(24).allow(null))
      .length(12)
      .required(),
    peakW: Joi.number().min(0).max(MOST_SERIES_W).required(),
    notes: Joi.array().items(words.max(500)).max(40).required(),
  })
    .allow(null)
    .required(),
});

const moduleSchema = Joi.object({
  label: name.required(),
  halfCut: Joi.boolean().required(),
  ...entries('/arrays/*/module', ['betaVoc', 'alphaIsc', 'gammaPmax', 'maxFuse']),
}).required();

const buses = Joi.array()
  .items(Joi.number().valid(12, 24, 48))
  .unique()
  .min(1)
  .max(3)
  .required();
const inputLimits = Joi.object(
  Object.fromEntries(INPUT_LIMITS.map((key) => [key, entry(fieldAt(`/controllers/*/${key}`))])),
);
const chargeAmps = entry(fieldAt('/controllers/*/chargeAmps'));
const controllerSchema = Joi.object({
  position,
  label: name.required(),
  kind: Joi.string().valid('mppt', 'pwm', 'boost', 'station').required(),
  inverter: Joi.boolean().required(),
  buses,
  chargeAmpsBy: Joi.object({ 12: chargeAmps, 24: chargeAmps, 48: chargeAmps }).required(),
  inputLimits: Joi.object()
    .pattern(/^[1-8]$/, inputLimits)
    .required(),
  ...entries('/controllers/*', ['startVolts', 'maxWatts']),
});

const pieceSchema = Joi.object({
  tag: words.trim().allow('').max(40).required(),
  position,
  ...entries('/arrays/*/pile/sorts/*/pieces/*', ['voc', 'isc', 'light', 'cell']),
});
/** Sorts of panels in one array. */
export const MOST_SORTS = 12;
const pileSchema = Joi.object({
  blocked: Joi.boolean().required(),
  sorts: Joi.object()
    .pattern(
      id,
      Joi.object({
        name: name.allow('').required(),
        position,
        module: moduleSchema,
        pieces: Joi.object().pattern(id, pieceSchema).max(400).required(),
        ...entries('/arrays/*/pile/sorts/*'),
      }),
    )
    .min(1)
    .max(MOST_SORTS)
    .required(),
  strings: Joi.object()
    .pattern(
      id,
      Joi.object({
        position,
        input: Joi.number().integer().min(1).max(8).required(),
        panels: Joi.object().pattern(id, Joi.number().integer().min(0).max(60)).required(),
      }),
    )
    .max(40)
    .required(),
})
  .custom((pile: Pile, helpers) => {
    for (const [string, { panels }] of Object.entries(pile.strings)) {
      const unknown = Object.keys(panels).find((sort) => !Object.hasOwn(pile.sorts, sort));
      if (unknown)
        return helpers.error('any.invalid', {}, {
          path: [...(helpers.state.path ?? []), 'strings', string, 'panels', unknown],
        } as never);
    }
    return pile;
  })
  .allow(null)
  .required();

const twelve = (low: number, high: number) =>
  Joi.array().items(Joi.number().min(low).max(high).allow(null)).length(12).required();
const halfHours = Joi.array()
  .items(Joi.array().items(Joi.number().min(0).max(1500)).length(48))
  .length(12)
  .required();

const weatherSchema = Joi.object({
  name: name.required(),
  kind: Joi.string().valid('epw', 'tmy', 'hourly', 'monthly').required(),
  fileId: uuid.allow(null).required(),
  notes: Joi.array().items(words.max(500)).max(40).required(),
  ghi: twelve(0, 12),
  air: twelve(-80, 60),
  min: twelve(-90, 60),
  max: twelve(-90, 70),
  lowest: Joi.number().min(-90).max(60).allow(null).required(),
  highest: Joi.number().min(-90).max(70).allow(null).required(),
  light: Joi.object({ ghi: halfHours, dni: halfHours, dhi: halfHours, circumsolar: halfHours })
    .allow(null)
    .required(),
});

const placeKeys = {
  name: name.allow('').required(),
  ...entries('/place', ['lat', 'lon', 'altitude', 'low', 'high']),
  ghi: monthly('/place/ghi/*'),
  air: monthly('/place/air/*'),
  weather: weatherSchema.allow(null).required(),
};

const stopSchema = Joi.object({ ...placeKeys, position, from: date, to: date });

const obstacleSchema = Joi.object({
  name: name.allow('').required(),
  kind: Joi.string().valid('tree', 'ridge', 'chimney', 'mast', 'boom', 'box').required(),
  position,
  ...entries('/arrays/*/skyline/obstacles/*'),
  bareMonths: monthList,
});

const everyFiveDegrees = Joi.string().pattern(/^([0-9]|[1-9][0-9]|[12][0-9]{2}|3[0-5][0-9])$/);
const skylineSchema = Joi.object({
  points: Joi.object()
    .pattern(
      everyFiveDegrees.custom((value: string, helpers) =>
        Number(value) % HORIZON_STEP_DEG === 0 ? value : helpers.error('any.invalid'),
      ),
      Joi.number().min(0).max(90),
    )
    .required(),
  obstacles: Joi.object().pattern(id, obstacleSchema).max(60).required(),
}).required();

const tiltsOf = (() => {
  const spec = FIELDS['/arrays/*/plane/tilts/*'];
  const tilt = spec ? entry(spec).required() : Joi.forbidden();
  return Joi.object({ winter: tilt, spring: tilt, summer: tilt, autumn: tilt }).required();
})();

const arraySchema = Joi.object({
  name: name.allow('').required(),
  position,
  module: moduleSchema,
  mounting: Joi.string().valid('roof', 'rack', 'pole').required(),
  plane: Joi.object({
    kind: Joi.string().valid('fixed', 'roof', 'seasonal', 'moving').required(),
    seasons: Joi.number().valid(2, 4).required(),
    ...entries('/arrays/*/plane'),
    tilts: tiltsOf,
  }).required(),
  rows: Joi.object({ upright: Joi.boolean().required(), ...entries('/arrays/*/rows') }).required(),
  skyline: skylineSchema,
  albedoBy: monthly('/arrays/*/albedoBy/*'),
  soilingBy: monthly('/arrays/*/soilingBy/*'),
  snowBy: monthly('/arrays/*/snowBy/*'),
  strings: Joi.object({
    controller: Joi.string().pattern(id).required(),
    first: Joi.number().integer().min(1).max(8).allow(null).required(),
    ...entries('/arrays/*/strings'),
  }).required(),
  pile: pileSchema,
  ...entries('/arrays/*', ['most', 'wiring']),
});

const curvePoint = entry(fieldAt('/power/inverter/curve/50'));
const inverterSchema = Joi.object({
  label: name.required(),
  kind: Joi.string().valid('inverter', 'charger', 'all-in-one', 'station').required(),
  buses,
  ...entries('/power/inverter', ['search', 'price']),
  curve: Joi.object(Object.fromEntries(CURVE_LOADS.map((load) => [load, curvePoint]))).required(),
});
const sourceSchema = Joi.object({
  name: name.allow('').required(),
  position,
  kind: Joi.string().valid('generator', 'alternator', 'shore', 'turbine').required(),
  fuel: Joi.string().valid('diesel', 'petrol', 'propane').required(),
  automatic: Joi.boolean().required(),
  from: date,
  to: date,
  given: Joi.object(sparse('/power/sources/*')).required(),
  hoursBy: monthly('/power/sources/*/hoursBy/*'),
  energyBy: monthly('/power/sources/*/energyBy/*'),
});

const chemistry = Joi.string().valid('lfp', 'flooded', 'gel', 'agm', 'nickel-iron', 'sodium-ion');
const people = entry(fieldAt('/people/usual')).required();
const price = entry(fieldAt('/bank/prices/lfp'));

/** Rows that a design may have at most, by where they stand: what is reckoned within two seconds. */
export const MOST_ROWS = { uses: 2500, stops: 60, events: 60, arrays: 24, controllers: 24 } as const;
export const MOST_SOURCES = 12;
/** Things in the way of all arrays together. */
export const MOST_OBSTACLES = 120;

/** A design but for what its parts say of each other. */
export const shapeSchema: Joi.ObjectSchema = Joi.object({
  version: Joi.number().valid(CURRENT_VERSION).required(),
  name: name.min(1).required().label('Name'),
  kind: Joi.string().valid('cabin', 'homestead', 'shed', 'trailer', 'boat').required(),
  units: Joi.string().valid('metric', 'imperial').required(),
  busVolts: Joi.number().valid(12, 24, 48).required(),
  school: Joi.string()
    .valid(...Object.keys(SCHOOLS))
    .required(),
  supply: Joi.object({
    phases: Joi.string().valid('single', 'split', 'three').required(),
    ...entries('/supply', ['mostVolts', 'acEfficiency', 'dcEfficiency']),
  }).required(),
  people: Joi.object({
    low: people,
    usual: people,
    full: people,
    sizes: Joi.string().valid('low', 'usual', 'full').required(),
  }).required(),
  visits: Joi.object(entries('/visits')).required(),
  events: Joi.object()
    .pattern(id, Joi.object({ name: name.allow('').required(), position, from: date, to: date }))
    .max(MOST_ROWS.events)
    .required(),
  uses: Joi.object().pattern(id, useSchema).max(MOST_ROWS.uses).required(),
  place: Joi.object(placeKeys).required(),
  stops: Joi.object().pattern(id, stopSchema).max(MOST_ROWS.stops).required(),
  bank: Joi.object({
    chemistry: chemistry.required(),
    disconnected: monthList,
    coldProtected: Joi.boolean().required(),
    sizing: Joi.string().valid('worksheet', 'careful').required(),
    ...entries('/bank', ['coldest', 'mostUnits']),
    sheet: Joi.object({ label: name.required(), ...entries('/bank/sheet') })
      .allow(null)
      .required(),
    unit: Joi.object({ onSide: Joi.boolean().required(), ...entries('/bank/unit') }).required(),
    home: Joi.object({
      kind: Joi.string().valid('box', 'shelf', 'rack', 'bilge').required(),
      where: Joi.string().valid('heated', 'building', 'shed', 'outdoors').required(),
      insulation: Joi.string().valid('none', 'some', 'good').required(),
      heated: Joi.boolean().required(),
      ...entries('/bank/home'),
    }).required(),
    prices: Joi.object().pattern(chemistry, price).required(),
  }).required(),
  power: Joi.object({
    inverter: inverterSchema.allow(null).required(),
    searching: Joi.boolean().required(),
    ...entries('/power', ['room']),
    sources: Joi.object().pattern(id, sourceSchema).max(MOST_SOURCES).required(),
  }).required(),
  wiring: wiringSchema,
  energy: Joi.object({
    service: Joi.string().valid('ordinary', 'critical').required(),
    sky: Joi.string().valid('hay-davies', 'perez', 'isotropic').required(),
    ...entries('/energy'),
  }).required(),
  arrays: Joi.object().pattern(id, arraySchema).min(1).max(MOST_ROWS.arrays).required(),
  controllers: Joi.object().pattern(id, controllerSchema).min(1).max(MOST_ROWS.controllers).required(),
  dc: Joi.object(
    entries('/dc', ['combiner', 'disconnect', 'cable', 'connector', 'dwelling', 'poles']),
  ).required(),
  controllerPrices: Joi.object()
    .pattern(id, entry(fieldAt('/controllerPrices/mppt')))
    .max(60)
    .required(),
  budget: Joi.object(entries('/budget', ['most', 'panelWatt'])).required(),
  kept: Joi.array()
    .items(Joi.string().valid(...KEPT))
    .unique()
    .max(KEPT.length)
    .required(),
  acknowledged: Joi.object()
    .pattern(
      /^[A-Za-z0-9.:-]{1,120}$/,
      Joi.object({
        reason: words.trim().min(1).max(400).required(),
        on: Joi.string()
          .pattern(/^\d{4}-\d{2}-\d{2}$/)
          .required(),
        sentence: words.max(1000).required(),
      }),
    )
    .max(200)
    .required(),
}).required();

/** Where a part of a design names another that is not there; null where all are. */
export function danglingIn({ arrays, controllers, uses, events, wiring }: Design): string[] | null {
  for (const [array, { strings }] of Object.entries(arrays))
    if (!Object.hasOwn(controllers, strings.controller)) return ['arrays', array, 'strings', 'controller'];
  for (const [use, { event }] of Object.entries(uses))
    if (event !== null && !Object.hasOwn(events, event)) return ['uses', use, 'event'];
  for (const [key, { path }] of Object.entries(wiring.circuits)) {
    const missing = path.findIndex((stretch) => !Object.hasOwn(wiring.stretches, stretch));
    if (missing >= 0) return ['wiring', 'circuits', key, 'path', String(missing)];
  }
  return null;
}

/** The array whose things in the way are more than all together may be; null where they are not. */
export function overfullIn({ arrays }: Design): string[] | null {
  let count = 0;
  for (const [id, { skyline }] of Object.entries(arrays)) {
    count += Object.keys(skyline.obstacles).length;
    if (count > MOST_OBSTACLES) return ['arrays', id, 'skyline', 'obstacles'];
  }
  return null;
}

/** The one schema of a design: in the browser, at the server's door and on import. */
export const designSchema: Joi.ObjectSchema = shapeSchema
  .custom((design: Design, helpers) => {
    const dangling = danglingIn(design);
    if (dangling) return helpers.error('any.invalid', {}, { path: dangling } as never);
    const overfull = overfullIn(design);
    return overfull ? helpers.error('job.overfull', {}, { path: overfull } as never) : design;
  })
  .messages({
    'job.overfull': `A job holds at most ${MOST_OBSTACLES} things in the way, of all arrays together`,
  });

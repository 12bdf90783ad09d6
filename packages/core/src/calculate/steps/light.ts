import { albedoBy, bestTilt, sunByTilt, tiltField, tiltsInMonth } from '../../array';
import type { ArrayPlan } from '../../document';
import { partsOf, remembered, together } from '../../memo';
import type { ModuleNumbers } from '../../module';
import {
  computePlaneYear,
  mixedMonth,
  openDome,
  planeLight,
  planePower,
  seenShare,
  shadeDay,
  shadowFigures,
  shadowOn,
  skyView,
  type LightPart,
  type MonthSky,
  type PlaneMeans,
  type PlaneMonth,
  type PowerPart,
  type ShadowFigures,
  type ShadowPart,
  type ShadowTakes,
  type SkyYear,
} from '../../sky';

const through = {
  view: skyView(
    remembered('sky that a skyline leaves', openDome),
    remembered('share of it that a plane sees', seenShare),
  ),
  shade: remembered('shade of a skyline', shadeDay),
};
const lightParts = partsOf<LightPart>()('plane', 'rows', 'width', 'skyline', 'albedo', 'albedoBy', 'halfCut');
const light = remembered(
  'light on an array in a month',
  (at: MonthSky, plan: LightPart, takes: ShadowTakes) => planeLight(at, plan, takes, through),
);
const powerParts = partsOf<PowerPart>()('soiling', 'soilingBy', 'snowBy', 'bifacial', 'mounting');
const power = remembered('power of a watt in a month', planePower);
const takes = remembered('what a shadow takes of the strings', shadowOn);
const part = remembered('part of a month', (month: PlaneMonth, share: number) => ({ month, share }));
const mixed = remembered(
  'month of several places',
  (...parts: readonly { share: number; month: PlaneMonth }[]) => mixedMonth(parts),
);

const means: PlaneMeans = {
  light: (at, plan, by) => light(at, lightParts(plan), by),
  power: (on, at, plan, gammaPmax) => power(on, at, powerParts(plan), gammaPmax),
  mixed: (parts) => mixed(...parts.map(({ month, share }) => part(month, share))),
  takes,
};
const year = remembered(
  'year of an array',
  (skies: SkyYear, lit: LightPart, kept: PowerPart, module: ModuleNumbers, ...shadow: ShadowFigures) =>
    together(computePlaneYear(skies, { ...lit, ...kept }, module, shadow, means)),
);

/** What a narrow shadow takes of an array's strings, or of others like them. */
export const shadowTakesOf = (plan: ShadowPart, module: ModuleNumbers): ShadowTakes =>
  takes(module, ...shadowFigures(plan, module.pmaxW));

/** The year of an array, or of one like it that is held or strung another way. */
export const planeYearOf = (
  skies: SkyYear,
  plan: LightPart & PowerPart & ShadowPart,
  module: ModuleNumbers,
): readonly PlaneMonth[] =>
  year(skies, lightParts(plan), powerParts(plan), module, ...shadowFigures(plan, module.pmaxW));

const ground = partsOf<Pick<ArrayPlan, 'albedo' | 'albedoBy'>>()('albedo', 'albedoBy');
const tiltsOfMonth = remembered('a month’s sun on fixed tilts', tiltsInMonth);
const tilts = remembered(
  'sun on fixed tilts',
  (skies: SkyYear, latDeg: number, plan: Pick<ArrayPlan, 'albedo' | 'albedoBy'>) =>
    sunByTilt(skies, latDeg, plan, tiltsOfMonth),
);
export const sunByTiltOf = (skies: SkyYear, latDeg: number, plan: Pick<ArrayPlan, 'albedo' | 'albedoBy'>) =>
  tilts(skies, latDeg, ground(plan));
export const bestTiltOf = remembered('best tilt', bestTilt);
const field = remembered(
  'sun on every plane',
  (skies: SkyYear, plan: Pick<ArrayPlan, 'albedo' | 'albedoBy'>) => tiltField(skies, albedoBy(plan)).months,
);
/** Irradiation on every tilt and direction, for all arrays over the same ground. */
export const fieldOf = (skies: SkyYear, plan: Pick<ArrayPlan, 'albedo' | 'albedoBy'>) =>
  field(skies, ground(plan));

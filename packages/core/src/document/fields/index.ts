import { ARRAY_FIELDS } from './arrays';
import { BANK_FIELDS } from './bank';
import { CONTROLLER_FIELDS } from './controllers';
import type { FieldSpec } from './kit';
import { PLACE_FIELDS } from './place';
import { POWER_FIELDS } from './power';
import { USE_FIELDS } from './uses';
import { WIRING_FIELDS } from './wiring';

export type { FieldSpec, PlausibleError } from './kit';

/**
 * Every figure a person may enter, by its place in the design (`*` stands for a row's id). Limits are those of
 * the schema; plausible errors of guesses are common practice unless they name a source.
 */
export const FIELDS: Readonly<Record<string, FieldSpec>> = {
  ...USE_FIELDS,
  ...PLACE_FIELDS,
  ...BANK_FIELDS,
  ...ARRAY_FIELDS,
  ...CONTROLLER_FIELDS,
  ...POWER_FIELDS,
  ...WIRING_FIELDS,
};

const STARRED: readonly (readonly [RegExp, string])[] = [
  [/^\/(uses|stops|arrays|controllers)\/[^/]+/, '/$1/*'],
  [/^\/stops\/\*\//, '/place/'],
  [/\/obstacles\/[^/]+/, '/obstacles/*'],
  [/\/(ghi|air|albedoBy|soilingBy|snowBy)\/\d+$/, '/$1/*'],
  [/^\/people\/[a-z]+$/, '/people/*'],
  [/\/pile\/sorts\/[^/]+/, '/pile/sorts/*'],
  [/\/pieces\/[^/]+/, '/pieces/*'],
  [/^\/arrays\/\*\/pile\/sorts\/\*\/module\//, '/arrays/*/module/'],
  [/\/inputLimits\/[^/]+\//, '/'],
  [/\/chargeAmpsBy\/\d+$/, '/chargeAmps'],
  [/^\/controllerPrices\/[a-z0-9-]+$/, '/controllerPrices/*'],
  [/^\/bank\/prices\/[a-z-]+$/, '/bank/prices/*'],
  [/\/tilts\/[a-z]+$/, '/tilts/*'],
  [/^\/power\/sources\/[^/]+\/(given\/)?/, '/power/sources/*/'],
  [/^\/wiring\/(stretches|circuits|own|coils)\/[^/]+/, '/wiring/$1/*'],
  [/\/(curve|hoursBy|energyBy)\/\d+$/, '/$1/*'],
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

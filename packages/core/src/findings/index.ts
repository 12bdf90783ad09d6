import { ARRAY_RULES } from './array';
import { BANK_RULES } from './bank';
import { BANK_HOME_RULES } from './bankHome';
import { findingsBy } from './finding';
import { INPUT_RULES } from './inputs';
import { MODULE_RULES } from './module';
import { PILE_RULES } from './pile';
import { PLACE_RULES } from './place';
import { POWER_RULES } from './power';
import { SHADE_RULES } from './shade';
import { SOURCE_RULES } from './sources';
import { STRINGS_RULES } from './strings';
import { SUPPLY_RULES } from './supply';
import { USES_RULES } from './uses';
import { USES_WHEN_RULES } from './usesWhen';
import { WIRE_RULES } from './wire';

export * from './finding';
export * from './cautions';
export * from './ways';
export { arrangementSentence } from './strings';
export { arrangeAs, arrangementText } from './array';
export { sharesText, sourcesCarry } from './backup';
export { machinesFor, machinesThat, softStarts, takeMachine } from './power';
export { polesNeeded } from './inputs';

export const findingsOf = findingsBy([
  ...MODULE_RULES,
  ...STRINGS_RULES,
  ...PILE_RULES,
  ...INPUT_RULES,
  ...ARRAY_RULES,
  ...SHADE_RULES,
  ...BANK_RULES,
  ...BANK_HOME_RULES,
  ...PLACE_RULES,
  ...USES_RULES,
  ...USES_WHEN_RULES,
  ...POWER_RULES,
  ...SUPPLY_RULES,
  ...SOURCE_RULES,
  ...WIRE_RULES,
]);

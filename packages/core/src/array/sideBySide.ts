import { atConditions, currentAt, pointsOf, type FiveParameters } from '../curve';
import { fitOf, type ModuleNumbers } from '../module';
import { STEPS, type PlaneMonth } from '../sky';

/** Every so many steps of a mean day, and of the year these months. */
const EVERY = 3;
const MONTHS = [0, 2, 4, 6, 8, 10];
const VOLTS = 48;

/**
 * What is lost where alike strings of two planes share one tracker, of what each would give at its own best, 0–1.
 * Months and hours are a sample of mean days.
 * @param parallel strings of each plane side by side @returns null where no curve fits a sheet
 */
export function lossSideBySide(
  firstModule: ModuleNumbers,
  firstYear: readonly PlaneMonth[],
  firstParallel: number,
  secondModule: ModuleNumbers,
  secondYear: readonly PlaneMonth[],
  secondParallel: number,
): number | null {
  const [first, second] = [fitOf(firstModule), fitOf(secondModule)];
  if (!first.ok || !second.ok) return null;
  let [own, shared] = [0, 0];
  for (const month of MONTHS) {
    for (let step = 0; step < STEPS; step += EVERY) {
      const a = diodeAt(first.five, firstYear[month], step);
      const b = diodeAt(second.five, secondYear[month], step);
      const best = (one: ReturnType<typeof diodeAt>) => (one ? pointsOf(one) : null);
      const [bestA, bestB] = [best(a), best(b)];
      const ownW = firstParallel * (bestA?.pmpW ?? 0) + secondParallel * (bestB?.pmpW ?? 0);
      own += ownW;
      if (!a || !b || !bestA || !bestB) {
        shared += ownW;
        continue;
      }
      const [low, high] = [Math.min(bestA.vmpV, bestB.vmpV), Math.max(bestA.vmpV, bestB.vmpV)];
      let most = 0;
      for (let i = 0; i <= VOLTS; i++) {
        const volts = low + ((high - low) * i) / VOLTS;
        const amps =
          firstParallel * Math.max(0, currentAt(a, volts)) +
          secondParallel * Math.max(0, currentAt(b, volts));
        most = Math.max(most, volts * amps);
      }
      shared += Math.min(ownW, most);
    }
  }
  return own > 0 ? 1 - shared / own : null;
}

/** The light at a step as the watts of a rated watt tell it; null in the dark. */
function diodeAt(five: FiveParameters, month: PlaneMonth | undefined, step: number) {
  const light = (month?.perWatt[step] ?? 0) * 1000;
  return light > 5 ? atConditions(five, light, month?.cellC[step] ?? 25) : null;
}

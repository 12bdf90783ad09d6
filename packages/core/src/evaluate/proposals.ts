import { calculate } from '../calculate';
import type { JobClimate } from '../climate';
import type { Design } from '../document';
import { penFor } from '../figures';
import { acWays, propose, type AcWay, type Proposals } from '../proposals';

/** Three whole designs for a job, with what is fixed as it is; null while uses or place are not known. */
export const proposalsFor = (design: Design, grid: JobClimate | null): Proposals | null =>
  propose(calculate(design, grid), penFor(design.units), (other) => calculate(other, grid));

/** Other ways to make a job's AC, worked out on the whole of it. */
export const acWaysFor = (design: Design, grid: JobClimate | null): AcWay[] =>
  acWays(calculate(design, grid), penFor(design.units), (other) => calculate(other, grid));

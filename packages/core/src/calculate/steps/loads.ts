import type { ClimateMonth } from '../../climate';
import type { Design } from '../../document';
import {
  computeLoads,
  contextOf,
  followsWeather,
  overDaysOf,
  useYear,
  type LoadMeans,
  type LoadPart,
  type Loads,
  type Reach,
  type UsePart,
  type UseRow,
} from '../../loads';
import { partsOf, remembered, settling, together } from '../../memo';

const parts = partsOf<LoadPart>()('uses', 'supply', 'people', 'visits', 'events');
const context = remembered(
  'days and people of the uses',
  (ac: number, dc: number, people: Design['people'], visits: Design['visits'], events: Design['events']) =>
    contextOf({ ac, dc }, people, visits, events),
);
// all but what a use is called, where it stands and what is said of it alone
const usePart = partsOf<UsePart>()(
  'watts',
  'count',
  'hours',
  'months',
  'supply',
  'startFactor',
  'priority',
  'standby',
  'group',
  'form',
  'given',
  'paint',
  'days',
  'event',
  'perPerson',
  'start',
  'stage',
  'series',
);
const yearOf = remembered('year of a use', useYear, 20_000);
const means: LoadMeans = {
  context: ({ ac, dc }, people, visits, events) => context(ac, dc, people, visits, events),
  year: (use, ...rest) => yearOf(usePart(use), ...rest),
  overDays: remembered('taken over days', overDaysOf),
  rows: together<UseRow>,
};

const loads = remembered(
  'uses by month',
  (
    design: LoadPart,
    months: readonly ClimateMonth[] | null,
    padWh: readonly number[] | undefined,
    controllersWh: number,
    inverterOnce: boolean,
    searchW: number | null,
    ac: number,
    dc: number,
  ) =>
    computeLoads(design, months, { padWh, controllersWh, inverterOnce, searchW, reach: { ac, dc } }, means),
);

/** Loads that follow the last ones. */
export const settledLoads = settling<Loads>();
/** The same before anything is lost in wires. */
export const settledFirst = settling<Loads>();

/** What the uses take, and with them the bank's pad and the controllers. @param reach what the wires bring to the uses */
export const loadsOf = (
  design: Design,
  months: readonly ClimateMonth[] | null,
  padWh: readonly number[] | undefined,
  reach: Reach,
) =>
  loads(
    parts(design),
    Object.values(design.uses).some(followsWeather) ? months : null,
    padWh,
    Object.values(design.controllers).reduce((sum, { ownDraw }) => sum + ownDraw.value * 24, 0),
    oneMachine(design),
    searchOf(design.power),
    reach.ac,
    reach.dc,
  );

/** What the inverter draws while it only looks for a load, W, of all that are stacked; null where it does not. */
const searchOf = ({ searching, inverter }: Design['power']): number | null =>
  searching && inverter?.search ? inverter.search.value * inverter.stacked.value : null;

/** True where a controller is the inverter too, so that its own draw has the inverter's in it. */
const oneMachine = ({ supply, power: { inverter }, controllers }: Design): boolean =>
  (supply.inverterIdle.from === 'guess' || inverter?.kind === 'all-in-one' || inverter?.kind === 'station') &&
  Object.values(controllers).some((controller) => controller.inverter);

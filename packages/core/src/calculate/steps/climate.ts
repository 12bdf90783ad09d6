import {
  placeSky,
  resolveClimate,
  type ClimateMeans,
  type ClimateMonth,
  type ClimateSource,
  type JobClimate,
  type SkyPlace,
  type Stay,
} from '../../climate';
import type { Design, Place, SkyModel } from '../../document';
import { partsOf, remembered, together } from '../../memo';
import { monthSky, type MonthSky, type SkyYear } from '../../sky';

const skyParts = partsOf<SkyPlace>()('lat', 'lon', 'altitude', 'ghi', 'air', 'weather');
const sky = remembered('sky of a place', placeSky);
const record = remembered(
  'lowest and highest on record',
  (valueC: number, from: ClimateSource, note: string) => ({ valueC, from, note }),
);
const means: ClimateMeans = {
  sky: (place, grid, ghiFactor) => sky(skyParts(place), grid, ghiFactor),
  months: together<ClimateMonth>,
  record,
};

export const climateOf = remembered(
  'climate of the year',
  (
    place: Place,
    stops: Design['stops'],
    grid: JobClimate | null,
    ghiFactor: number,
    lowK: number,
    highK: number,
  ) => resolveClimate({ place, stops }, grid, { ghiFactor, lowK, highK }, means),
);

const monthAt = remembered('light of a month', monthSky);
const stay = remembered('stay under a sky', (at: MonthSky, share: number) => ({ share, sky: at }));

/** As `skyYear`: the same skies while none of their months is another. */
export const skiesOf = (stays: readonly (readonly Stay[])[], model: SkyModel): SkyYear =>
  together(
    stays.map((places, index) =>
      together(places.map(({ share, climate }) => stay(monthAt(climate.sky, index + 1, model), share))),
    ),
  );

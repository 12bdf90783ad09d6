import {
  climateMonth,
  placeSky,
  resolveClimate,
  type ClimateMeans,
  type ClimateMonth,
  type ClimateSource,
  type GridClimate,
  type JobClimate,
  type PlaceSky,
  type SkyPlace,
  type Stay,
} from '../../climate';
import type { Design, Place, SkyModel } from '../../document';
import { partsOf, remembered, together } from '../../memo';
import { monthSky, type MonthSky, type SkyFrame, type SkyYear } from '../../sky';

const skyParts = partsOf<SkyPlace>()('lat', 'lon', 'altitude', 'ghi', 'air', 'weather');
const month = remembered('weather of a month', climateMonth);
const sky = remembered('sky of a place', (place: SkyPlace, grid: GridClimate | null, ghiFactor: number) =>
  placeSky(place, grid, ghiFactor, month),
);
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

const frameParts = partsOf<SkyFrame>()('linke', 'light', 'latDeg', 'altitudeM');
const monthAt = remembered('light of a month', monthSky);
const stay = remembered('stay under a sky', (at: MonthSky, share: number) => ({ share, sky: at }));

const lightOf = (at: PlaceSky, month: number, model: SkyModel) =>
  monthAt(frameParts(at), at.months[month - 1] ?? null, month, model);

/** As `skyYear`: the same skies while none of their months is another. */
export const skiesOf = (stays: readonly (readonly Stay[])[], model: SkyModel): SkyYear =>
  together(
    stays.map((places, index) =>
      together(places.map(({ share, climate }) => stay(lightOf(climate.sky, index + 1, model), share))),
    ),
  );

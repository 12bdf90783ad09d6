/** To be shown with anything derived from the grid. */
export const GRID_CREDITS =
  'Irradiation: MERRA-2 (Gelaro et al. 2017; NASA) with histograms of Pfenninger & Staffell 2016, 2011–2015, levelled on GLDAS via Karin et al. 2019. Temperature: contains modified Copernicus Climate Change Service information (ERA5), 2000–2025. Extremes: GLDAS via Karin et al. 2019. Turbidity: Remund et al. and terrain tiles as shipped by pvlib (BSD-3).';

export const GRID_HONESTY =
  'A planning estimate from a grid of half a degree, about 50 km. Against six station years a month’s sun was within 8 % in the median and 16 % as a root mean square, at worst 30 % too low and 49 % too high; temperatures within 1 to 3 K. Replace it month by month where you know better.';

export const PLACE_NAME_CREDITS = 'Place names: GeoNames, CC BY 4.0.';

/** A module of sixty cells by its five parameters. */
export const five = {
  photocurrentA: 8.62,
  saturationA: 3.5e-10,
  seriesOhm: 0.33,
  shuntOhm: 260,
  aV: 1.575,
  alphaIscAPerK: 0.0052,
};

/** Irradiance above standard conditions. @source NEC 690.8(A) */
export const BRIGHT_SKY = 1.25;

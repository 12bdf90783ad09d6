export const RAD = Math.PI / 180;
export const sinDeg = (deg: number) => Math.sin(deg * RAD);
export const cosDeg = (deg: number) => Math.cos(deg * RAD);
export const tanDeg = (deg: number) => Math.tan(deg * RAD);
export const asinDeg = (x: number) => Math.asin(clamp(x, -1, 1)) / RAD;
export const acosDeg = (x: number) => Math.acos(clamp(x, -1, 1)) / RAD;
export const clamp = (x: number, low: number, high: number) => Math.min(high, Math.max(low, x));
/** Into 0 ≤ angle < 360. */
export const turn = (deg: number) => ((deg % 360) + 360) % 360;

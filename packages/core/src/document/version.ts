/** The version of the design document that this program writes. */
export const CURRENT_VERSION = 10;

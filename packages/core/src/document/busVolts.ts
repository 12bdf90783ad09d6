export type BusVolts = 12 | 24 | 48;

export const BUS_VOLTS: readonly BusVolts[] = [12, 24, 48];

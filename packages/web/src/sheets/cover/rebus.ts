import { chosen, fitsBus, usualBank, type BusVolts, type Design } from '@ivolt/core';

/** The design on another bus: its own bank units in other series where they make it, the usual units where not. */
export function rebus(design: Design, busVolts: BusVolts): Design {
  const unit = design.bank.unitVolts.value;
  const series = [1, 2, 3, 4, 8, 12, 15, 16, 24].find((count) => fitsBus(count * unit, busVolts));
  const bank = series
    ? { ...design.bank, series: chosen(series) }
    : { ...design.bank, ...usualBank(design.bank.chemistry, busVolts), depth: design.bank.depth };
  return { ...design, busVolts, bank };
}

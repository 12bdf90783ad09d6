import { USE_FORMS, displayFigure, joined, paintIn, paintedHours, type Use } from '@ivolt/core';

export const watts = (value: number) => joined(displayFigure(value, 'power', 'metric'));

const DAYS_TOLD = { every: '', week: ', some days', visits: ', visits', event: ', event' } as const;

/** What stands in place of hours a day where they follow from something else; null where they are typed. */
export function hoursTold(use: Use): string | null {
  const { timed, name } = USE_FORMS[use.form];
  if (!timed) return name.replace(/^(a|an) /, '') + DAYS_TOLD[use.days];
  const paint = paintIn(use, use.months[0] ?? 1);
  const duty = use.given.duty?.value ?? 100;
  return paint === undefined
    ? null
    : `${+((paintedHours(paint) * duty) / 100).toFixed(1)} h${DAYS_TOLD[use.days]}`;
}

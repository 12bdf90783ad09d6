import { entryAt, fieldAt, type Design, type Entry, type Evaluation, type FieldSpec } from '@ivolt/core';
import { useAppSelector } from '../app/store';

/** The open design. Only under the bench, which waits for it. */
export function useDesign(): Design {
  const design = useAppSelector(({ job }) => job.design);
  if (!design) throw new Error('No job is open here');
  return design;
}

export const useEvaluation = (): Evaluation | null => useAppSelector(({ job }) => job.evaluation);

export function useEntry(path: string): { entry: Entry | undefined; spec: FieldSpec } {
  const entry = useAppSelector(({ job }) => entryAt(job.design, path));
  return { entry, spec: fieldAt(path) };
}

/** The computed figure that a field feeds most directly. */
export function figureFor(path: string): string | null {
  const use = /^\/uses\/([^/]+)\//.exec(path)?.[1];
  if (use) return `use:${use}`;
  const month = /^\/place\/ghi\/(\d+)/.exec(path)?.[1];
  if (month) return `sun:${month}`;
  const known: readonly (readonly [RegExp, string])[] = [
    [/^\/supply/, 'load.heaviest'],
    [/^\/place\/low/, 'climate.low'],
    [/^\/place\/high/, 'climate.high'],
    [/^\/bank\/(days|parallel)/, 'bank.days'],
    [/^\/bank\/series/, 'bank.unitsNeeded'],
    [/^\/bank/, 'bank.usable'],
    [/^\/array\/module\/(voc|betaVoc)/, 'strings.cold'],
    [/^\/array\/module\/vmp/, 'strings.hot'],
    [/^\/array\/module\/isc/, 'strings.isc'],
    [/^\/array\/count/, 'array.need'],
    [/^\/array/, 'array.ratio'],
    [/^\/strings\/(parallel|controller\/maxIsc)/, 'strings.isc'],
    [/^\/strings\/controller\/(minVolts|headroom)/, 'strings.hot'],
    [/^\/strings\/controller\/(chargeAmps|efficiency)/, 'strings.power'],
    [/^\/strings\/controller\/maxAmps/, 'strings.imp'],
    [/^\/strings/, 'strings.cold'],
  ];
  return known.find(([pattern]) => pattern.test(path))?.[1] ?? null;
}

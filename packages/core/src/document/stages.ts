import type { Design } from './design';

/** Later stages that any use waits for, in turn. */
export const stagesIn = ({ uses }: Pick<Design, 'uses'>): number[] =>
  [...new Set(Object.values(uses).map(({ stage }) => stage))]
    .filter((stage) => stage > 0)
    .sort((a, b) => a - b);

/** The design as it is when a stage is built: its uses, and those of the stages before, count from the first day. */
export const atStage = (design: Design, stage: number): Design => ({
  ...design,
  uses: Object.fromEntries(
    Object.entries(design.uses).map(([id, use]) => [
      id,
      use.stage > 0 && use.stage <= stage ? { ...use, stage: 0 } : use,
    ]),
  ),
});

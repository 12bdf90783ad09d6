import { remembered as rememberedReally } from '../memo/remembered';
import { watched as watchedReally } from '../memo/watched';

export * from '../memo/index';

const forget: (() => void)[] = [];
beforeEach(() => {
  for (const one of forget) one();
});

/** Remembers nothing from the test before, so that each test comes by all that it asks for. */
function forgetful<A extends readonly unknown[], R>(make: () => (...args: A) => R): (...args: A) => R {
  let known = make();
  forget.push(() => (known = make()));
  return (...args) => known(...args);
}

export const remembered: typeof rememberedReally = (name, work, most) =>
  forgetful(() => rememberedReally(name, work, most));
export const watched: typeof watchedReally = (name, work, options) =>
  forgetful(() => watchedReally(name, work, options));

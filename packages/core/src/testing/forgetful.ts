import { remembered as real } from '../memo/remembered';

export * from '../memo/index';

const forget: (() => void)[] = [];
beforeEach(() => {
  for (const one of forget) one();
});

/** A step that remembers nothing from the test before, so that each test comes by all that it asks for. */
export function remembered<A extends readonly unknown[], R>(
  name: string,
  work: (...args: A) => R,
  most?: number,
): (...args: A) => R {
  let known = real(name, work, most);
  forget.push(() => (known = real(name, work, most)));
  return (...args) => known(...args);
}

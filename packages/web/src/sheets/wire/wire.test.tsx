import { examples } from '@ivolt/core';
import { screen } from '@testing-library/react';
import { plain, show } from '../../testing/evaluated';
import { EarthPart } from './EarthPart';

const demo = (start: string) => examples().find(({ design }) => design.name.startsWith(start))!.design;

describe('earth and bond', () => {
  const protective = () =>
    /protective conductors of (.*?)\. Small/.exec(screen.getByText(/protective/).textContent)![1]!;
  it('names the protective conductors that run with the circuits, each once, thinnest first', () => {
    const { store } = show(<EarthPart />, demo('Vale'));
    const sizes = plain(protective()).split(', ').map(parseFloat);
    expect(sizes.length).toBeGreaterThan(2);
    expect(sizes).toEqual(sizes.toSorted((a, b) => a - b));
    const runs = store.getState().job.evaluation!.wire.runs.flatMap(({ earth }) => earth ?? []);
    expect(new Set(sizes)).toEqual(new Set(runs.map(parseFloat)));
  });
  it('never parts a size at a line’s end', () => {
    show(<EarthPart />, demo('Vale'));
    expect(
      protective()
        .split(', ')
        .every((size) => /^[\d.]+\u00a0mm²$/.test(size)),
    ).toBe(true);
  });
});

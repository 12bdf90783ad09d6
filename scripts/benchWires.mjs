/** Speed of the wires of a job, of its one-line drawing laid out and drawn, and of cutting pieces from coils. */
import { join } from 'node:path';
import { loadBundled } from './bundle.mjs';
import { ROOT } from './system.mjs';

const CONTENTS = `
  export * from './index';
  export { graphOf } from '../../web/src/charts/oneLine/layout';
  export { drawingOf } from '../../web/src/charts/oneLine/marks';
  export { default as ELK } from 'elkjs/lib/elk.bundled.js';
  export { plainClimate } from './testing/climates';
`;

/** Many arrays of the first one's kind, each on a controller of its own. */
function manyArrays(design, many, panels) {
  const [[, array]] = Object.entries(design.arrays);
  const [[, controller]] = Object.entries(design.controllers);
  const figure = (value) => ({ value, from: 'chosen' });
  const rows = Array.from({ length: many }, (_, i) => i + 1);
  return {
    ...design,
    arrays: Object.fromEntries(
      rows.map((n) => [
        `a${n}`,
        {
          ...array,
          name: `Part ${n}`,
          position: n,
          count: figure(panels),
          strings: {
            ...array.strings,
            controller: `c${n}`,
            series: figure(3),
            parallel: figure(Math.ceil(panels / 3)),
          },
        },
      ]),
    ),
    controllers: Object.fromEntries(rows.map((n) => [`c${n}`, { ...controller, position: n }])),
  };
}

export async function benchWires({ say, time }) {
  const core = await loadBundled('bench-wires', CONTENTS, join(ROOT, 'packages/core/src'));
  const climate = { ...core.plainClimate(44), stops: {} };
  const vale = core.examples().find(({ id }) => id === 'vale-do-junco').design;
  const jobs = [
    ...core.examples().map(({ design }) => [design.name, design]),
    ['24 arrays', manyArrays(vale, 24, 12)],
  ];
  let n = 0;
  for (const [name, design] of jobs) {
    // another slack each time, so that no run is remembered
    const anew = () => ({
      ...design,
      wiring: { ...design.wiring, ends: { value: 0.5 + ++n / 1e5, from: 'chosen' } },
    });
    say(
      `all wires and what is bought, ${name}`,
      time(
        () => {
          const facts = core.calculate(anew(), climate);
          return facts.wiring.wired.length + facts.takeOff.cables.length;
        },
        40,
        8,
      ),
      'within 50 ms from key to tally',
    );
  }
  for (const [name, design] of [
    ['the largest demo', vale],
    ['60 panels', manyArrays(vale, 5, 12)],
    ['24 arrays', manyArrays(vale, 24, 12)],
  ]) {
    const graph = core.oneLineOf(design, core.evaluate(design, climate, false));
    const elk = new core.ELK();
    const times = [];
    for (let i = 0; i < 9; i++) {
      const began = performance.now();
      core.drawingOf(graph, await elk.layout(core.graphOf(graph)));
      if (i > 1) times.push(performance.now() - began);
    }
    say(`one-line laid out and drawn, ${name}`, times, '≤ 300 ms for 60 panels');
  }
  const times = [];
  let exact = 0;
  let seed = 5;
  const next = () => (seed = (seed * 16807) % 2147483647) / 2147483647;
  for (let i = 0; i < 60; i++) {
    const pieces = Array.from({ length: 60 }, (_, k) => ({
      lengthM: 1 + 14 * next(),
      what: `${k}`,
      colour: 'red',
    }));
    const began = performance.now();
    if (core.cutFrom(pieces, new Array(12).fill({ lengthM: 50, colour: '' })).exact) exact++;
    times.push(performance.now() - began);
  }
  say(`60 pieces cut from coils, exact in ${exact} of 60`, times, '≤ 200 ms');
}

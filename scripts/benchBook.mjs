/**
 * How soon the book of a job of as many arrays as there may be is bound, and what holds its page up meanwhile: by the
 * clock, which also runs while others have the processor (browser, server and database are on the same machine here),
 * and by what the page's thread itself took of it.
 */
import { browserProgram } from './system.mjs';

const ROUNDS = 6;
/** More times, with a trace of every thread, which itself takes some time. */
const TRACED = 4;
const ARRAYS = 24;

/** The demo dairy with many arrays, each with a controller of its own and another plane. */
function manyArrays(design) {
  const [arrays, [controller]] = [design.arrays, design.controllers].map((parts) => Object.values(parts));
  const each = Array.from({ length: ARRAYS }, (_, i) => i + 1);
  return {
    ...design,
    name: `${ARRAYS} arrays`,
    arrays: Object.fromEntries(
      each.map((n) => {
        const like = arrays[n % arrays.length];
        const one = { value: 1, from: 'chosen' };
        return [
          `a${n}`,
          {
            ...like,
            name: `Array ${n}`,
            position: n,
            plane: {
              ...like.plane,
              azimuth: { value: 100 + 6 * n, from: 'chosen' },
              tilt: { value: 10 + 2 * n, from: 'chosen' },
            },
            strings: { ...like.strings, controller: `c${n}`, first: null, parallel: one, inputs: one },
          },
        ];
      }),
    ),
    controllers: Object.fromEntries(each.map((n) => [`c${n}`, { ...controller, position: n }])),
    wiring: { ...design.wiring, circuits: {}, stretches: {} },
  };
}

const watchLongTasks = () => {
  window.longTasks = [];
  new PerformanceObserver((list) =>
    window.longTasks.push(
      ...list
        .getEntries()
        .map(({ startTime, duration }) => `${Math.round(duration)} at ${Math.round(startTime)}`),
    ),
  ).observe({ type: 'longtask', buffered: true });
};

/** @returns what the longest task of the page's main thread took of the processor, ms, by a trace (Trace Event Format) */
function longestOwn(trace) {
  const { traceEvents } = JSON.parse(trace.toString());
  const threadOf = ({ pid, tid }) => `${pid} ${tid}`;
  const mains = new Map(
    traceEvents
      .filter(({ name, args }) => name === 'thread_name' && args.name === 'CrRendererMain')
      .map((event) => [threadOf(event), []]),
  );
  for (const event of traceEvents) if (event.ph === 'X') mains.get(threadOf(event))?.push(event.tdur ?? 0);
  // a renderer in reserve has a main thread, too, and little to do
  const [busiest] = [...mains.values()].sort((a, b) => b.length - a.length);
  if (!busiest?.length) throw new Error('The trace shows no main thread');
  return Math.max(...busiest) / 1000;
}

export async function benchBook({ chromium, address, say, fixedLoop, time, percentile }) {
  const { jobs } = await (await fetch(`${address}/api/jobs`)).json();
  const vale = jobs.find(({ name }) => name.startsWith('Vale'));
  const { design } = await (await fetch(`${address}/api/jobs/${vale.id}`)).json();
  const made = await fetch(`${address}/api/jobs`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ design: manyArrays(design) }),
  });
  const { id } = await made.json();
  if (!id) throw new Error(`The job was refused: ${made.status}`);
  // the server reckons what the list of jobs shows beside it
  await new Promise((resolve) => setTimeout(resolve, 5000));
  const [bound, tasks, own] = [[], [], []];
  const browser = await chromium.launch({
    executablePath: browserProgram(),
    args: ['--no-sandbox', '--disable-gpu'],
  });
  for (let round = 0; round < ROUNDS + TRACED; round++) {
    // nothing is kept from the time before, and the browser is not still starting
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    await page.waitForTimeout(1500);
    await page.addInitScript(watchLongTasks);
    const traced = round >= ROUNDS;
    if (traced) await browser.startTracing(page, { categories: ['toplevel'] });
    const began = performance.now();
    await page.goto(`${address}/jobs/${id}/book`);
    await page.waitForFunction(() => document.querySelector('main button')?.textContent === 'Print', null, {
      polling: 50,
      timeout: 120_000,
    });
    if (traced) own.push(longestOwn(await browser.stopTracing()));
    else {
      bound.push(performance.now() - began);
      tasks.push(await page.evaluate(() => window.longTasks));
    }
    await context.close();
  }
  await browser.close();
  say(`the book of ${ARRAYS} arrays bound, opened anew ${ROUNDS} times`, bound, '≤ 5 s');
  console.log(
    `main-thread tasks over 50 ms by the clock, of each time: ${tasks.map((of) => of.join(', ') || 'none').join('; ')}`,
  );
  console.log(
    `processor time of the longest main-thread task, ms, of ${TRACED} times more: ${own.map((ms) => ms.toFixed(0)).join(', ')} (wanted ≤ 50)`,
  );
  console.log(`a fixed loop: median ${percentile(time(fixedLoop), 0.5).toFixed(1)} ms`);
}

/** How long the tally takes to follow a key, beside the frame of an empty page in the same browser. */

/** In the page: how long it takes from a key or a press until the tally it changes is painted, and what holds the page up. */
export const watchTally = () => {
  window.times = [];
  window.longTasks = [];
  new PerformanceObserver((list) =>
    window.longTasks.push(...list.getEntries().map(({ duration }) => duration)),
  ).observe({ type: 'longtask' });
  let pressed = 0;
  const press = () => (pressed = performance.now());
  document.addEventListener('keydown', press, true);
  document.addEventListener('pointerdown', press, true);
  const tally = document.querySelector('[role=group][aria-label=Tally]');
  new MutationObserver(() => {
    if (pressed === 0) return;
    const from = pressed;
    pressed = 0;
    requestAnimationFrame(() => window.times.push(performance.now() - from));
  }).observe(tally, { subtree: true, characterData: true, childList: true });
};

/** Work that takes 10 ms in a good hour, and longer on a machine that is busy: steps of a fixed loop. */
const TEN_MS = 455_000;

/**
 * What was seen since, beside the frame of an empty page in the same browser. It is held up first, once for 10 ms by the
 * clock, which are 10 ms on any machine, and once for the work of 10 ms, which takes what the machine has left just then:
 * 95 % of the one beside 95 % of the other leaves the machine out. @param wanted of these frames, at most
 */
export async function tellTally(page, { what, wanted, say, percentile, time, fixedLoop }) {
  const { times, longTasks } = await page.evaluate(() => ({
    times: window.times,
    longTasks: window.longTasks,
  }));
  const loop = time(fixedLoop, 60, 10);
  say(`${what}, painted, ${times.length} times`, times, '95 % ≤ 50 ms');
  const longest = longTasks.length > 0 ? `, longest ${Math.round(Math.max(...longTasks))} ms` : '';
  console.log(`main-thread tasks over 50 ms meanwhile: ${longTasks.length}${longest} (wanted none)`);
  await page.goto('about:blank');
  const empty = await page.evaluate(async (steps) => {
    const held = {
      clock: () => {
        const began = performance.now();
        while (performance.now() - began < 10);
      },
      work: () => {
        let sum = 0;
        for (let i = 1; i < steps; i++) sum += Math.sqrt(i) * Math.sin(i);
        return sum;
      },
    };
    const times = { clock: [], work: [] };
    for (let i = 0; i < 220; i++)
      for (const [by, hold] of Object.entries(held)) {
        const began = performance.now();
        hold();
        await new Promise(requestAnimationFrame);
        if (i >= 20) times[by].push(performance.now() - began);
        await new Promise((resolve) => setTimeout(resolve, 60));
      }
    return times;
  }, TEN_MS);
  const high = percentile(times, 0.95);
  const clock = percentile(empty.clock, 0.5);
  const work = percentile(empty.work, 0.95);
  console.log(
    `${what}, 95 %, in frames of an empty page: ${(high / work).toFixed(1)} of 95 % of those after the work of 10 ms (${percentile(empty.work, 0.5).toFixed(1)}, 95 % ${work.toFixed(1)} ms; wanted ≤ ${wanted}), ${(high / clock).toFixed(1)} of those after 10 ms by the clock (${clock.toFixed(1)} ms)`,
  );
  say('a fixed loop', loop, 'as a measure of the machine, 4.4 in a good hour');
}

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

/**
 * What was seen since, beside the frame of an empty page that was held up for 10 ms, and beside a fixed loop, which tells
 * what the machine had left just then. @param wanted of these frames, at most
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
  const empty = await page.evaluate(async () => {
    const times = [];
    for (let i = 0; i < 200; i++) {
      const began = performance.now();
      while (performance.now() - began < 10);
      await new Promise(requestAnimationFrame);
      times.push(performance.now() - began);
      await new Promise((resolve) => setTimeout(resolve, 60));
    }
    return times;
  });
  const frame = percentile(empty, 0.5);
  console.log(
    `${what}, 95 %, in frames of an empty page (${frame.toFixed(1)} ms): ${(percentile(times, 0.95) / frame).toFixed(1)} (wanted ≤ ${wanted})`,
  );
  say('a fixed loop', loop, 'as a measure of the machine, 4.4 in a good hour');
}

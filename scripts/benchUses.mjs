/** Speed of the uses and the bank in a real browser: 300 uses and a painted hour, 2,000 rows pasted, scrolling after it. */
import { tellTally, watchTally } from './benchTally.mjs';
import { browserProgram } from './system.mjs';

/** A job of many uses, on the demo dairy. */
function manyUses(design, count) {
  const [first] = Object.values(design.uses);
  return {
    ...design,
    name: `${count} uses`,
    uses: Object.fromEntries(
      Array.from({ length: count }, (_, i) => [
        `n${i}`,
        {
          ...first,
          name: `Use ${i}`,
          position: i + 1,
          watts: { value: i === 1 ? 300 : 1 + (i % 4), from: 'guess' },
          startFactor: { value: 1, from: 'guess' },
          months: i % 3 === 0 ? [1, 2, 3, 10, 11, 12] : first.months,
          paint: i % 2 === 0 ? { year: '0'.repeat(16) + '1'.repeat(8) + '0'.repeat(24) } : {},
        },
      ]),
    ),
  };
}

export async function benchUses({ chromium, address, say, percentile, time, fixedLoop }) {
  const browser = await chromium.launch({
    executablePath: browserProgram(),
    args: ['--no-sandbox', '--disable-gpu'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const { jobs } = await (await fetch(`${address}/api/jobs`)).json();
  const vale = jobs.find(({ name }) => name.startsWith('Vale'));
  const { design } = await (await fetch(`${address}/api/jobs/${vale.id}`)).json();
  const made = async (count) => {
    const answer = await fetch(`${address}/api/jobs`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ design: manyUses(design, count) }),
    });
    return (await answer.json()).id;
  };

  await page.goto(`${address}/jobs/${await made(300)}/uses`);
  await page.locator('input[data-cell="n1.watts"]').waitFor();
  await page.getByRole('button', { name: 'Use 1 in full' }).click();
  const strip = page.getByRole('slider', { name: /^Hours of Use 1,/ });
  await strip.waitFor();
  await page.waitForTimeout(3000);
  await page.evaluate(watchTally);
  await strip.focus();
  for (let press = 0; press < 120; press++) {
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press(' ');
    await page.waitForTimeout(140);
    if (press % 40 === 39) await page.keyboard.press('Home');
  }
  await tellTally(page, {
    what: 'painted hour to whole tally, 300 uses',
    wanted: 4,
    say,
    percentile,
    time,
    fixedLoop,
  });

  await page.goto(`${address}/jobs/${await made(1)}/uses`);
  const next = page.getByRole('textbox', { name: 'Add a use' });
  await next.waitFor();
  await page.waitForTimeout(1500);
  const rows = Array.from({ length: 2000 }, (_, i) => `Row ${i}\t${5 + (i % 60)} W\t1\t${1 + (i % 9)}`).join(
    '\n',
  );
  const pasted = await next.evaluate(async (element, text) => {
    const data = new DataTransfer();
    data.setData('text/plain', text);
    const began = performance.now();
    element.focus();
    element.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
    // the preview stands between: it is taken as soon as it is there
    while (!document.querySelector('tr[data-use="Row 5"]') && performance.now() - began < 30_000) {
      [...document.querySelectorAll('button')]
        .find(({ textContent }) => textContent === 'Take 2000 uses')
        ?.click();
      await new Promise(requestAnimationFrame);
    }
    return performance.now() - began;
  }, rows);
  console.log(`2,000 rows pasted, shown after ${pasted.toFixed(0)} ms (wanted ≤ 1 s)`);
  await page.waitForTimeout(6000);
  const frames = await page.evaluate(async () => {
    const gaps = [];
    let last = performance.now();
    for (let step = 0; step < 240; step++) {
      window.scrollBy(0, 90);
      await new Promise(requestAnimationFrame);
      const now = performance.now();
      gaps.push(now - last);
      last = now;
    }
    return gaps;
  });
  console.log(
    `frames while scrolling 2,000 rows: median ${percentile(frames, 0.5).toFixed(1)} ms, 95 % ${percentile(frames, 0.95).toFixed(1)} ms, ${frames.filter((gap) => gap > 50).length} of 240 over 50 ms`,
  );
  await browser.close();
}

/** `npm run shots`: a picture of each main view from the demo data, into docs/screenshots. */
import { chromium } from '@playwright/test';
import { join } from 'node:path';
import { Cluster } from './postgres.mjs';
import { ROOT, STATE, ensureBuilt, ensureDebian, startServer } from './system.mjs';

const VIEWS = [
  { file: 'jobs', path: '/' },
  { file: 'cover', job: 'Vale', sheet: '' },
  { file: 'uses', job: 'Vale', sheet: 'uses' },
  { file: 'place', job: 'Sula', sheet: 'place' },
  { file: 'bank', job: 'Vale', sheet: 'bank' },
  { file: 'array', job: 'Vale', sheet: 'array' },
  { file: 'strings', job: 'Vale', sheet: 'strings' },
  { file: 'power', job: 'Vale', sheet: 'power' },
  { file: 'wire', job: 'Vale', sheet: 'wire' },
  { file: 'one-line', job: 'Vale', sheet: 'one-line' },
  { file: 'strings-night', job: 'Vale', sheet: 'strings', theme: 'night' },
  { file: 'book', job: 'Vale', sheet: 'book' },
  { file: 'phone-cover', job: 'Vale', sheet: '', theme: 'glare', width: 390, height: 844 },
  { file: 'phone-strings', job: 'Vale', sheet: 'strings', theme: 'glare', width: 390, height: 844 },
];

await ensureDebian('postgresql', 'chromium');
ensureBuilt();
const cluster = new Cluster(join(STATE, `shots-${process.pid}`));
const server = await startServer({ DATABASE_URL: await cluster.start(), DEMO: '1' });
const browser = await chromium.launch({
  // the whole browser, which draws letters as people see them
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu'],
});
try {
  const { jobs } = await (await fetch(`${server.address}/api/jobs`)).json();
  for (const view of VIEWS) {
    const { file, path, job, sheet, theme = 'paper', width = 1280, height = 800 } = view;
    const page = await browser.newPage({ viewport: { width, height } });
    await page.addInitScript((name) => localStorage.setItem('ivolt-theme', name), theme);
    await page.goto(
      `${server.address}${path ?? `/jobs/${jobs.find(({ name }) => name.startsWith(job)).id}/${sheet}`}`,
    );
    // a job is shown when its first verdict, remedies and pictures are there
    if (sheet === 'book') await page.locator('button:has-text("Print"):not([disabled])').waitFor();
    else if (job) await page.locator('[aria-busy="false"]').waitFor();
    await page.waitForTimeout(800);
    // verdicts of the list, and the list of guesses, are the last to be there
    await page.getByText('Calculating …').first().waitFor({ state: 'hidden', timeout: 60_000 });
    await page.getByText('Ranking the guesses').waitFor({ state: 'hidden' });
    await page.screenshot({ path: join(ROOT, 'docs/screenshots', `${file}.png`) });
    await page.close();
  }
} finally {
  await browser.close();
  server.child.kill('SIGTERM');
  await cluster.stop('immediate');
  cluster.remove();
}

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
  { file: 'use-in-full', job: 'Honey', sheet: 'uses', press: 'Extractor motor in full', at: 'table' },
  { file: 'day', job: 'Honey', sheet: 'uses', at: '#uses-day' },
  { file: 'bank', job: 'Vale', sheet: 'bank' },
  { file: 'bank-home', job: 'Honey', sheet: 'bank', at: '#bank-home' },
  { file: 'bank-cost', job: 'Honey', sheet: 'bank', at: '#bank-suits' },
  { file: 'array', job: 'Vale', sheet: 'array' },
  { file: 'field', job: 'Vale', sheet: 'array', at: '#array-field' },
  { file: 'skyline', job: 'Vale', sheet: 'array', at: '#array-skyline' },
  { file: 'strings', job: 'Vale', sheet: 'strings' },
  { file: 'strings-night', job: 'Vale', sheet: 'strings', theme: 'night' },
  { file: 'pile', job: 'Honey', sheet: 'strings' },
  { file: 'curves', job: 'Honey', sheet: 'strings', at: '#strings-curves' },
  { file: 'book', job: 'Vale', sheet: 'book' },
  { file: 'phone-cover', job: 'Vale', sheet: '', theme: 'glare', width: 390, height: 844 },
  { file: 'phone-strings', job: 'Vale', sheet: 'strings', theme: 'glare', width: 390, height: 844 },
];

ensureDebian('postgresql', 'chromium');
ensureBuilt();
const cluster = new Cluster(join(STATE, `shots-${process.pid}`));
const server = await startServer({ DATABASE_URL: await cluster.start(), DEMO: '1' });
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu'],
});
try {
  const { jobs } = await (await fetch(`${server.address}/api/jobs`)).json();
  for (const view of VIEWS) {
    const { file, path, job, sheet, press, at, theme = 'paper', width = 1280, height = 800 } = view;
    const page = await browser.newPage({ viewport: { width, height } });
    await page.addInitScript((name) => localStorage.setItem('ivolt-theme', name), theme);
    await page.goto(
      `${server.address}${path ?? `/jobs/${jobs.find(({ name }) => name.startsWith(job)).id}/${sheet}`}`,
    );
    await page.waitForTimeout(1800);
    if (press) await page.getByRole('button', { name: press, exact: true }).click();
    if (at) {
      // clear of the header that stays on top
      await page.evaluate((part) => {
        document.querySelector(part).scrollIntoView();
        window.scrollBy(0, -96);
      }, at);
      await page.waitForTimeout(600);
    }
    await page.screenshot({ path: join(ROOT, 'docs/screenshots', `${file}.png`) });
    await page.close();
  }
} finally {
  await browser.close();
  server.child.kill('SIGTERM');
  await cluster.stop('immediate');
  cluster.remove();
}

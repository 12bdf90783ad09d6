import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Page } from '@playwright/test';
import type { AxeResults, RunOptions } from 'axe-core';
import { expect, test } from './helpers';
import * as job from './job';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
const SHEETS = ['', 'uses', 'place', 'bank', 'array', 'strings', 'power', 'wire', 'one-line'];

/** Tables without a name, or with a row that has no head (1.3.1): what axe does not ask for. */
const namelessTables = (page: Page): Promise<string[]> =>
  page.evaluate(() =>
    [...document.querySelectorAll('table')].flatMap((table) => {
      const name = table.getAttribute('aria-label') ?? '';
      const bare = [...table.querySelectorAll('tbody:not([aria-hidden]) tr')].find(
        (row) => row.children.length > 1 && !row.querySelector('th[scope="row"]'),
      );
      return name === '' || bare ? [`table “${name}”: ${bare?.textContent ?? 'no name'}`] : [];
    }),
  );

/** Tables wider than the part they stand in: on a wide screen nothing is cut. */
const cutTables = (page: Page): Promise<string[]> =>
  page.evaluate(() =>
    [...document.querySelectorAll('table')].flatMap((table) => {
      const room = table.parentElement!.clientWidth;
      return table.offsetWidth > room
        ? [`table “${table.getAttribute('aria-label') ?? ''}”: ${table.offsetWidth} px in ${room}`]
        : [];
    }),
  );

for (const [theme, like] of [
  ['paper', 'Vale'],
  ['night', 'Honey'],
  ['glare', 'Tarn'],
] as const) {
  test(`no rule of axe is broken in ${theme}, every table tells what its figures are of, and none is cut`, async ({
    page,
  }) => {
    const id = await job.create(job.like(like, `Axe ${theme}`));
    await page.addInitScript((name) => localStorage.setItem('ivolt-theme', name), theme);
    const broken: string[] = [];
    // a book is its sheets once more: they are asked of on their own, and of all of it in one theme
    const book = theme === 'paper' ? [`/jobs/${id}/book`] : [];
    for (const path of ['/', ...SHEETS.map((sheet) => `/jobs/${id}/${sheet}`), ...book]) {
      await page.goto(path);
      await job.shown(page);
      await page.waitForTimeout(300);
      await page.evaluate(axe);
      for (const look of [namelessTables, cutTables])
        broken.push(...(await look(page)).map((one) => `${path} ${one}`));
      // the third theme has the same words and parts as the first: only its colours are another thing
      const { violations } = await page.evaluate(
        (colorsOnly) =>
          (window as unknown as { axe: { run: (options: RunOptions) => Promise<AxeResults> } }).axe.run(
            colorsOnly ? { runOnly: ['color-contrast', 'link-in-text-block'] } : {},
          ),
        theme === 'glare',
      );
      broken.push(
        ...violations.map(
          ({ id: rule, nodes }) =>
            `${path} ${rule}: ${nodes
              .map(({ html }) => html.slice(0, 140))
              .slice(0, 3)
              .join(' | ')}`,
        ),
      );
    }
    expect(broken).toEqual([]);
  });
}

test('a phone has targets a glove can hit, and text it can read', async ({ browser }) => {
  const id = await job.create(job.like('Vale', 'Glove'));
  const page = await browser.newPage({
    viewport: { width: 390, height: 844 },
    baseURL: process.env.E2E_ADDRESS,
  });
  await job.open(page, id, 'uses');
  await page.getByRole('button', { name: 'Milk cooler in full' }).click();
  await page.getByRole('button', { name: 'Months of Milk cooler: all' }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.keyboard.press('Escape');
  const small = await page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('main input, main button, nav a')]
      .map((element) => ({
        text: element.outerHTML.slice(0, 80),
        // the words of a tick are its target too
        box: (element.closest('label') ?? element).getBoundingClientRect(),
        size: parseFloat(getComputedStyle(element.closest('label') ?? element).fontSize),
      }))
      .filter(({ box, size }) => box.width > 0 && (box.height < 24 || size < 16))
      .map(({ text, box, size }) => `${text} ${box.height} ${size}`),
  );
  expect(small).toEqual([]);
  await page.close();
});

test('the book prints every sheet, with findings and cautions', async ({ page }) => {
  const id = await job.create(job.like('Vale', 'Book'));
  await page.goto(`/jobs/${id}/book`);
  await expect(page.getByRole('heading', { name: 'Book' })).toBeVisible();
  // it is not printed before all of it is there
  const print = page.getByRole('button', { name: 'Print' });
  await expect(print).toBeEnabled();
  // what a sheet has to type in or to press is text here, and the contents lead to it
  const book = page.getByTestId('book');
  await expect(book.locator('button:visible, input:visible, [tabindex="0"]:visible')).toHaveCount(0);
  await expect(book.getByText('Days of autonomy').first()).toBeVisible();
  await expect(book.getByText('Milk cooler').first()).toBeVisible();
  await page.getByRole('navigation', { name: 'Contents' }).getByRole('link', { name: 'Strings' }).click();
  await expect(page).toHaveURL(/#book-strings$/);
  const twice = await page.evaluate(() => {
    const ids = [...document.querySelectorAll('[id]')].map(({ id }) => id);
    return ids.filter((one, i) => ids.indexOf(one) !== i);
  });
  expect(twice).toEqual([]);
  await page.emulateMedia({ media: 'print' });
  for (const heading of [/What must it carry/, /What sun/, /How long/, /How many panels/, /Which strings/]) {
    await expect(page.getByText(heading).first()).toBeVisible();
  }
  await expect(page.getByText('Cold volts over the limit').first()).toBeVisible();
  // each array beside the first has its own leaf of array and strings
  await expect(page.getByRole('heading', { name: 'Barn, west' })).toHaveCount(2);
  await expect(page.getByText(/DC arcs do not put themselves out/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Print' })).toBeHidden();
  // as a browser prints it, with the tags that a screen reader goes by
  const size = (await page.pdf({ format: 'A4', printBackground: true, tagged: true })).byteLength;
  expect(size).toBeGreaterThan(100_000);
  expect(size).toBeLessThan(1_000_000);
});

/** What the browser tells of a part that moved. @source Layout Instability API, W3C */
interface Shift {
  value: number;
  hadRecentInput: boolean;
  startTime: number;
  sources: { node: Node | null }[];
}
interface Moved {
  value: number;
  at: number;
  what: string[];
}

test('nothing jumps while a job opens', async ({ browser }) => {
  const id = await job.create(job.like('Honey', 'Calm'));
  for (const width of [1280, 390]) {
    const page = await browser.newPage({
      viewport: { width, height: 800 },
      baseURL: process.env.E2E_ADDRESS,
    });
    await page.addInitScript(() => {
      const moved: Moved[] = [];
      Object.assign(window, { moved });
      const named = (node: Node | null) => {
        const text = node?.textContent?.trim().slice(0, 40) ?? '';
        return `${node instanceof Element ? node.getAttribute('aria-label') || node.tagName : ''} “${text}”`;
      };
      new PerformanceObserver((list) => {
        for (const { value, hadRecentInput, startTime, sources } of list.getEntries() as unknown as Shift[])
          if (!hadRecentInput)
            moved.push({ value, at: startTime, what: sources.map(({ node }) => named(node)) });
      }).observe({ type: 'layout-shift', buffered: true });
    });
    for (const sheet of width === 390 ? ['', 'uses', 'strings'] : SHEETS) {
      await page.goto(`/jobs/${id}/${sheet}`);
      await job.shown(page);
      await page.waitForTimeout(700);
      const moved = await page.evaluate(() => (window as unknown as { moved: Moved[] }).moved);
      const shift = moved.reduce((sum, { value }) => sum + value, 0);
      // what moved, and when, is told where it did: such a thing is seen once in a hundred times
      expect(shift, `${width} ${sheet}: ${JSON.stringify(moved)}`).toBeLessThanOrEqual(0.1);
    }
    await page.close();
  }
});

test('a sheet’s parts are in one line, fold, stay folded, and open where something in them is asked for', async ({
  page,
}) => {
  const id = await job.create(job.like('Vale', 'Parts'));
  await job.open(page, id, 'bank');
  const parts = page.getByRole('navigation', { name: 'Parts of this sheet' });
  await expect(parts.getByRole('link', { name: /^The units.*with a look/ })).toBeVisible();
  const life = page.getByRole('button', { name: /^Life and cost/ });
  await life.focus();
  await page.keyboard.press('Enter');
  await expect(life).toHaveAttribute('aria-expanded', 'false');
  await page.reload();
  await job.shown(page);
  await expect(life).toHaveAttribute('aria-expanded', 'false');
  await parts.getByRole('link', { name: /^Life and cost/ }).click();
  await expect(life).toHaveAttribute('aria-expanded', 'true');
  await expect(page.getByRole('heading', { name: /^Life and cost/ })).toBeFocused();
});

test('on a phone findings come first, and a use is its name, hours and energy until it is opened', async ({
  browser,
}) => {
  const id = await job.create(job.like('Vale', 'In the hand'));
  const page = await browser.newPage({
    viewport: { width: 390, height: 844 },
    baseURL: process.env.E2E_ADDRESS,
  });
  await job.open(page, id, 'strings');
  const stop = await page.getByText('Cold volts over the limit').first().boundingBox();
  expect(stop!.y).toBeLessThan(844);
  await job.open(page, id, 'uses');
  const row = page.locator('tr[data-use="Milk cooler"]');
  await expect(row.getByRole('textbox', { name: /^Watts/ })).toBeHidden();
  await expect(row.getByRole('textbox', { name: /^Hours/ })).toBeVisible();
  expect((await row.boundingBox())!.height).toBeLessThan(260);
  await page.getByRole('button', { name: 'Milk cooler in full' }).click();
  await expect(row.getByRole('textbox', { name: /^Watts/ })).toBeVisible();
  await page.close();
});

test('an address that leads nowhere says so', async ({ page, quiet }) => {
  quiet.allow.push(/404/);
  await page.goto('/jobs/00000000-0000-4000-8000-000000000000');
  await expect(page.getByRole('heading', { name: 'There is no such job' })).toBeVisible();
  await page.getByRole('link', { name: 'All jobs' }).click();
  await expect(page.getByRole('heading', { name: /Which job/ })).toBeVisible();
});

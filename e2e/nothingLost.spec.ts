import { expect, test } from './helpers';
import * as job from './job';

test('a slow answer for one job never reaches another', async ({ page }) => {
  // a second try finds the jobs of the first in the list
  const now = Date.now();
  const [slowName, quickName] = [`Slow to come ${now}`, `Quick to come ${now}`];
  const slow = await job.create(job.like('Tarn', slowName));
  const quick = await job.create(job.like('Vale', quickName));
  let release: () => void = () => undefined;
  const held = new Promise<void>((resolve) => (release = resolve));
  await page.route(`**/api/jobs/${slow}`, async (route) => {
    await held;
    await route.continue();
  });
  await page.goto('/');
  await page.getByRole('link', { name: slowName, exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Opening …' })).toBeVisible();
  await page.goBack();
  await page.getByRole('link', { name: quickName, exact: true }).click();
  await expect(page.getByRole('group', { name: 'Tally' }).getByRole('button').first()).toBeVisible();
  await page.getByRole('link', { name: 'Bank' }).first().click();
  await job.field(page, '/bank/days').fill('4');
  await page.keyboard.press('Tab');
  release();
  await job.saved(page);
  await page.waitForTimeout(600);
  await job.shows(job.field(page, '/bank/days'), '4 days');
  await expect(page).toHaveTitle(new RegExp(quickName));
  expect(await job.stored(quick)).toMatchObject({ name: quickName, bank: { days: { value: 4 } } });
  expect(await job.stored(slow)).toEqual(job.like('Tarn', slowName));
});

test('what cannot be taken stays as it was typed, also after a reload, and changes nothing', async ({
  page,
}) => {
  const id = await job.create(job.like('Vale', 'As typed'));
  const before = (await job.stored(id)).bank;
  await job.open(page, id, 'bank');
  const days = job.field(page, '/bank/days');
  await days.focus();
  // slowly enough that each beginning could have been saved
  await page.keyboard.type('300', { delay: 700 });
  await page.keyboard.press('Tab');
  await job.saved(page);
  const wrong = page.getByText(/Days of autonomy runs from .* stays in force/);
  await expect(wrong).toBeVisible();
  expect((await job.stored(id)).bank).toEqual(before);
  await page.reload();
  await expect(days).toHaveValue('300');
  await expect(days).toHaveAttribute('aria-invalid', 'true');
  await expect(wrong).toBeVisible();
  await days.focus();
  await page.keyboard.press('Escape');
  await expect(wrong).toBeHidden();
  await page.reload();
  await expect(days).not.toHaveValue('300');
});

test('without its reckoning a page says so, saves all the same, and reckons again', async ({
  page,
  quiet,
}) => {
  quiet.allow.push(/Failed to load resource|worker/i);
  const id = await job.create(job.like('Vale', 'Without a worker'));
  await page.route('**/assets/core.worker-*', (route) => route.abort());
  await page.goto(`/jobs/${id}/bank`);
  const told = page.getByRole('alert').filter({ hasText: 'What you typed is kept' });
  await expect(told).toBeVisible();
  await job.field(page, '/bank/days').fill('4');
  await job.saved(page);
  expect((await job.stored(id)).bank.days.value).toBe(4);
  await page.unroute('**/assets/core.worker-*');
  await told.getByRole('button', { name: 'Calculate again' }).click();
  await expect(told).toBeHidden();
  await expect(job.answer(page, 'bank')).toContainText(/days/);
});

test('storage that is full is told', async ({ page, quiet }) => {
  quiet.allow.push(/Failed to load resource/);
  await page.addInitScript(() => {
    Storage.prototype.setItem = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
  });
  const id = await job.create(job.like('Tarn', 'Storage full'));
  await job.open(page, id, 'bank');
  await page.route('**/revisions', (route) => route.abort());
  await job.field(page, '/bank/days').fill('6');
  await expect(page.getByText('this browser has no room to keep the changes').first()).toBeVisible();
});

test('the months in which a bank is switched off are chosen, and frost then stops nothing', async ({
  page,
}) => {
  const hut = job.like('Vale', 'Summer hut');
  const months = [6, 7, 8];
  const id = await job.create({
    ...hut,
    uses: Object.fromEntries(Object.entries(hut.uses).map(([key, use]) => [key, { ...use, months }])),
    place: { ...hut.place, low: { value: -20, from: 'measured' } },
    bank: { ...hut.bank, coldest: null, coldProtected: false, home: { ...hut.bank.home, where: 'outdoors' } },
  });
  await job.open(page, id, 'bank');
  const frost = page.locator('[data-finding="bank.frost"]').first();
  await expect(frost).toContainText('while nothing is used');
  await frost.getByRole('button', { name: /Switch it off in/ }).click();
  await expect(page.locator('[data-finding="bank.frost"]')).toHaveCount(0);
  await expect(page.locator('[data-finding="bank.off"]').first()).toContainText('disconnect first');
  await job.saved(page);
  expect((await job.stored(id)).bank.disconnected.length).toBeGreaterThan(0);
});

test('answers that come late and in another order leave each page with its own job', async ({ page }) => {
  const now = Date.now();
  const names = [`Early bird ${now}`, `Night owl ${now}`] as const;
  const [early, owl] = [
    await job.create(job.like('Tarn', names[0])),
    await job.create(job.like('Vale', names[1])),
  ];
  // the job asked for first answers last, the list in between
  await page.route(/\/api\/(jobs|climate)/, async (route) => {
    const url = route.request().url();
    const delay = url.includes(early) ? 1500 : url.includes(owl) ? 60 : 700;
    await new Promise((resolve) => setTimeout(resolve, delay));
    // a page that was left may have let go of its question
    await route.continue().catch(() => undefined);
  });
  // by the app's own addresses, so that the page is never loaded anew in between
  const go = (path: string) =>
    page.evaluate((to) => {
      window.history.pushState(null, '', to);
      window.dispatchEvent(new PopStateEvent('popstate'));
    }, path);
  await page.goto('/');
  for (const path of [
    `/jobs/${early}/bank`,
    `/jobs/${owl}/bank`,
    '/',
    `/jobs/${early}/book`,
    `/jobs/${owl}/book`,
    `/jobs/${early}/bank`,
    '/',
    `/jobs/${owl}/bank`,
  ]) {
    await go(path);
    await page.waitForTimeout(200);
  }
  await expect(job.answer(page, 'bank')).toContainText('days');
  await page.waitForTimeout(1600);
  await expect(page).toHaveTitle(new RegExp(names[1]));
  await job.field(page, '/bank/days').fill('4');
  await page.keyboard.press('Tab');
  await job.saved(page);
  expect((await job.stored(owl)).bank.days.value).toBe(4);
  expect(await job.stored(early)).toEqual(job.like('Tarn', names[0]));
  await go(`/jobs/${early}/book`);
  await expect(page.getByRole('heading', { name: names[0], includeHidden: true }).first()).toBeVisible();
  await go('/');
  await expect(page.getByRole('link', { name: names[1], exact: true })).toBeVisible();
});

test('the history goes on after a reload, says from what to what, and a press goes back', async ({
  page,
}) => {
  const id = await job.create(job.like('Tarn', 'History'));
  await job.open(page, id, 'bank');
  const days = page.getByRole('textbox', { name: 'Days of autonomy' });
  const first = await days.inputValue();
  for (const value of ['4 days', '5 days']) {
    await days.fill(value);
    await days.blur();
    await job.saved(page);
  }
  await page.reload();
  const history = page.getByRole('button', { name: 'History' });
  await expect(history).toBeEnabled();
  await history.click();
  const edits = page.getByRole('listbox', { name: 'Edits, newest first' }).getByRole('option');
  await expect(edits.first()).toContainText(/days of autonomy: 4\s?days → 5\s?days/);
  await expect(edits.nth(1)).toContainText(/→ 4\s?days/);
  await edits.nth(1).click();
  await expect(days).toHaveValue(first);
  await page.getByRole('button', { name: /^Redo/ }).click();
  await expect(days).toHaveValue(/^4\sdays$/);
  await job.saved(page);
  expect((await job.stored(id)).bank.days.value).toBe(4);
});

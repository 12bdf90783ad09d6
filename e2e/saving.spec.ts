import { writeFileSync } from 'node:fs';
import { type ChildProcess } from 'node:child_process';
import { startServer } from '../scripts/system.mjs';
import { address, expect, test } from './helpers';
import * as job from './job';

test('two tabs never overwrite each other silently', async ({ page, context, quiet }) => {
  quiet.allow.push(/409/);
  const id = await job.create(job.like('Vale', 'Two tabs'));
  const other = await context.newPage();
  await job.open(page, id, 'bank');
  await job.open(other, id, 'bank');

  // different fields: both stay, and the other tab takes up what it has not changed
  await job.field(page, '/bank/days').fill('4');
  await job.saved(page);
  await job.shows(job.field(other, '/bank/days'), '4 days');
  await job.field(other, '/bank/depth').fill('70');
  await job.saved(other);
  await job.shows(job.field(page, '/bank/depth'), '70 %');

  // the same field in both at once: mine stands, and it is said
  await context.route('**/revisions', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 700));
    await route.continue();
  });
  await Promise.all([job.field(page, '/bank/days').fill('5'), job.field(other, '/bank/days').fill('6')]);
  const box = (tab: typeof page) => tab.getByText('This was changed here and in another tab.');
  await expect.poll(async () => (await box(page).count()) + (await box(other).count())).toBe(1);
  const asked = (await box(page).isVisible()) ? page : other;
  await asked.getByRole('button', { name: 'Take theirs', exact: true }).click();
  await expect(box(asked)).toBeHidden();
  await job.saved(asked);
  const { bank } = await job.stored(id);
  expect(bank.days.value).toBe(asked === page ? 6 : 5);
  expect(bank.depth.value).toBe(70);
});

test('with the server gone, edits are kept, said, tried again, and stored', async ({ page, quiet }) => {
  quiet.allow.push(/Failed to load resource/);
  const url = new URL(address());
  let child: ChildProcess;
  const start = async (port: string) =>
    startServer({ DATABASE_URL: process.env.E2E_DATABASE ?? '', PORT: port });
  const first = await start('0');
  child = first.child;
  const port = new URL(first.address).port;
  const id = await job.create(job.like('Tarn', 'Server gone'));
  await page.goto(`http://${url.hostname}:${port}/jobs/${id}/bank`);
  await expect(job.answer(page, 'bank')).toContainText('It carries');

  child.kill('SIGKILL');
  await job.field(page, '/bank/days').fill('7');
  await expect(page.locator('[data-saving="away"]')).toHaveText('Server away: kept here, trying again');
  // the figures go on living
  await expect(job.answer(page, 'bank')).toContainText('Not so long');
  await job.field(page, '/bank/parallel').fill('5');
  await expect(job.answer(page, 'bank')).toContainText('It carries');

  ({ child } = await start(port));
  await job.saved(page);
  expect((await job.stored(id)).bank).toMatchObject({ days: { value: 7 }, parallel: { value: 5 } });
  child.kill('SIGTERM');
});

test('a tab closed before its edits were stored has them when the job is opened again', async ({
  page,
  quiet,
}) => {
  quiet.allow.push(/Failed to load resource/);
  const id = await job.create(job.like('Tarn', 'Closed tab'));
  await job.open(page, id, 'bank');
  await page.route('**/revisions', (route) => route.abort());
  await job.field(page, '/bank/days').fill('6');
  await expect(page.locator('[data-saving="away"]')).toBeVisible();
  await page.unroute('**/revisions');
  page.on('dialog', (dialog) => void dialog.accept());
  await page.goto('about:blank');
  await job.open(page, id, 'bank');
  await job.shows(job.field(page, '/bank/days'), '6 days');
  await job.saved(page);
  expect((await job.stored(id)).bank.days.value).toBe(6);
});

test('a job goes out as a file and comes in as another job', async ({ page }) => {
  const id = await job.create(job.like('Vale', 'Out and in'));
  await job.open(page, id);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Export as a file' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('out-and-in.ivolt.json');
  const path = await download.path();
  await page.goto('/');
  await page.locator('input[type=file]').setInputFiles(path);
  await expect(page).toHaveURL(/\/jobs\/[\w-]{36}$/);
  expect(page.url()).not.toContain(id);
  await expect(job.tally(page, 'strings.cold')).toContainText('163.9');
});

test('files that are no jobs are refused in words', async ({ page }, info) => {
  await page.goto('/');
  const take = (name: string, text: string) =>
    page
      .locator('input[type=file]')
      .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
  await take('a.json', 'no json');
  await expect(page.getByRole('alert')).toContainText('not JSON');
  await take('b.json', JSON.stringify({ format: 'ivolt-job', design: { version: 99 } }));
  await expect(page.getByRole('alert')).toContainText('newer Ivolt');
  // from the disk: so much takes a quarter of a minute on its way through the wire of the test
  const large = info.outputPath('c.json');
  writeFileSync(large, Buffer.alloc(49 * 1024 * 1024, 32));
  await page.locator('input[type=file]').setInputFiles(large);
  await expect(page.getByRole('alert')).toContainText('49 MB');
  await take(
    'd.json',
    JSON.stringify({ format: 'ivolt-job', design: { ...job.like('Tarn', 'Extra'), colour: 'red' } }),
  );
  await expect(page.getByText(/Left out of the file.*colour/)).toBeVisible();
});

test('a deleted job comes back', async ({ page }) => {
  await job.create(job.like('Tarn', 'To be deleted'));
  await page.goto('/');
  await page.getByRole('button', { name: 'Delete To be deleted' }).click();
  await expect(page.locator('[data-job="To be deleted"]')).toBeHidden();
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('[data-job="To be deleted"]')).toBeVisible();
});

import { expect, test } from './helpers';
import * as job from './job';

test('from uses and place to a whole design at one press, and back', async ({ page }) => {
  const design = job.blank('Fell hut, proposed');
  design.place = {
    ...design.place,
    lat: { value: 54.6, from: 'chosen' },
    lon: { value: -3.1, from: 'chosen' },
  };
  design.uses = job.like('Tarn', 'x').uses;
  const id = await job.create(design);
  await job.open(page, id);
  const part = page.getByRole('region', { name: 'What would do?' });
  await expect(part.getByRole('article')).toHaveCount(3);
  await expect(part).toContainText(/decides: .* of full sun a day/);
  await expect(part.locator('[data-present]')).toContainText('As it is now:');

  // what it says of itself is what the sheets say once it is taken
  const winter = part.getByRole('article', { name: 'With room for a bad winter' });
  const days = /, ([\d.]+).days/.exec((await winter.textContent()) ?? '')?.[1] ?? 'none';
  await winter.getByRole('button', { name: /Take this one/ }).click();
  await expect(page.locator('[data-verdict]')).toHaveAttribute('data-verdict', /look|stands/);
  await expect(job.tally(page, 'bank.days')).toContainText(days);
  await job.saved(page);
  const taken = await job.stored(id);
  expect(taken.arrays).not.toEqual(design.arrays);

  await page.getByRole('button', { name: /^Undo:/ }).click();
  await job.saved(page);
  expect((await job.stored(id)).bank).toEqual(design.bank);
});

test('what is fixed stays as it is, and a roof for two takes two, by keyboard', async ({ page }) => {
  const design = job.blank('Roof for two');
  design.place = { ...design.place, lat: { value: 44, from: 'chosen' }, lon: { value: 8, from: 'chosen' } };
  design.uses = job.like('Sula', 'x').uses;
  const id = await job.create(design);
  await job.open(page, id);
  const part = page.getByRole('region', { name: 'What would do?' });
  // the blank job stands as it is: what else would do is put away until it is asked for
  await part.getByRole('button', { name: 'Show what else would do' }).press('Enter');
  await part.getByRole('button', { name: 'Say what is fixed' }).press('Enter');
  await part.getByRole('checkbox', { name: 'The system voltage' }).press('Space');
  await expect(part).toContainText('Kept as it is: the system voltage.');
  await job.field(page, '/arrays/a1/most').fill('2');
  await job.field(page, '/arrays/a1/most').press('Tab');
  await expect(part).toContainText(/\b[12] × \d+/);
  for (const text of await part.getByRole('article').allTextContents()) expect(text).toMatch(/Panels[12] × /);
});

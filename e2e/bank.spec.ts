import type { Page } from '@playwright/test';
import { expect, test } from './helpers';
import * as job from './job';

async function bankOf(page: Page, start: string) {
  await job.open(page, await job.create(job.like(start, `${start} bank`)), 'bank');
}

test('a bank that does not fit its box is given room, and the cost of each chemistry is told', async ({
  page,
}) => {
  await bankOf(page, 'Honey');
  await expect(page.getByText('The bank does not fit')).toBeVisible();
  await expect(page.getByTestId('bank-fit')).toContainText('6 of 8 go in');
  await page.getByRole('button', { name: /^Make it 45.in long/ }).click();
  await expect(page.getByTestId('bank-fit')).toContainText('All 8 go in');
  await expect(page.getByText('The bank does not fit')).toBeHidden();

  const cost = page.getByRole('heading', { name: /^Life and cost/ }).locator('xpath=..');
  await expect(cost.getByRole('row')).toHaveCount(7);
  const price = job.field(page, '/bank/prices/lfp');
  await price.fill('520');
  await expect(cost.getByRole('row', { name: /iron-phosphate/ })).toContainText(/31\d\d|3 1\d\d/);
  await expect(page.getByText(/the array is large for it/)).toBeVisible();

  await page.getByRole('button', { name: /^Chemistry/ }).click();
  await page.getByRole('option', { name: /^iron-phosphate/ }).click();
  await job.field(page, '/bank/parallel').fill('3');
  await expect(job.answer(page, 'bank')).toContainText('It carries');
  await expect(page.getByText('It gives off hydrogen')).toBeHidden();
  await job.saved(page);
});

test('its cold follows the place, and a data sheet of its own is typed, by keyboard alone', async ({
  page,
}) => {
  await bankOf(page, 'Tarn');
  const coldest = job.field(page, '/bank/coldest');
  await coldest.focus();
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Delete');
  await expect(coldest).toHaveValue('');
  await expect(coldest).toHaveAttribute('placeholder', /°C/);
  const where = page.getByRole('button', { name: /^Location/ });
  await where.focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('End');
  await page.keyboard.press('Enter');
  await expect(where).toContainText('outdoors');
  await expect(page.getByText('The bank will refuse charge in frost')).toBeVisible();
  const pad = page.getByRole('checkbox', { name: /heating pad/ });
  await pad.focus();
  await page.keyboard.press(' ');
  await expect(page.getByText('The heating pad is a use too')).toBeVisible();
  await expect(page.getByText('The bank will refuse charge in frost')).toBeHidden();

  await page.getByRole('button', { name: 'Type its own data sheet' }).focus();
  await page.keyboard.press('Enter');
  await job.field(page, '/bank/sheet/cycles').fill('lots');
  await expect(page.getByText(/number is missing/)).toBeVisible();
  await job.field(page, '/bank/sheet/cycles').fill('6000');
  await job.saved(page);
});

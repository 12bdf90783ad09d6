import { expect, test } from './helpers';
import * as job from './job';

test('what cannot stand is said at its place, and nothing is lost', async ({ page }) => {
  const id = await job.create(job.like('Vale', 'Bad input'));
  await job.open(page, id, 'uses');
  const watts = page.locator('tr[data-use="Milk cooler"]').getByLabel(/^Watts/);
  const before = await job.tally(page, 'load.heaviest').textContent();
  for (const [typed, words] of [
    ['5 kg', /mass.*needs watts/],
    ['1.2 kWh', /energy.*50 W all day/],
    ['lots', /number is missing/],
    ['-5', /Watts runs from 0/],
  ] as const) {
    await watts.fill(typed);
    await watts.blur();
    await expect(page.locator('tr[data-use="Milk cooler"]')).toContainText(words);
    await expect(watts).toHaveValue(typed);
    await expect(watts).toHaveAttribute('aria-invalid', 'true');
  }
  expect(await job.tally(page, 'load.heaviest').textContent()).toBe(before);
  await watts.focus();
  await page.keyboard.press('Escape');
  await job.shows(watts, '820 W');
  const hours = page.locator('tr[data-use="Milk cooler"]').getByLabel(/^Hours/);
  await hours.fill('25');
  await expect(page.getByText(/Hours a day runs from 0/)).toBeVisible();
  await hours.fill('4');
  await expect(page.getByText(/Hours a day runs from 0/)).toBeHidden();

  await page.goto(`/jobs/${id}/place`);
  await job.field(page, '/place/lat').fill('91');
  await expect(page.getByText(/latitude runs from −90/i)).toBeVisible();
  await page.goto(`/jobs/${id}/array`);
  for (const count of ['0', '-2', '10000', '2.5']) {
    await job.field(page, '/arrays/a1/count').fill(count);
    await expect(page.getByText(/Panels runs from 1 to 400/)).toBeVisible();
  }
  await job.field(page, '/arrays/a1/count').fill('12');
  await job.field(page, '/arrays/a1/module/vmp').fill('50');
  await expect(page.getByText('Working volts above open-circuit volts')).toBeVisible();
  await page.getByRole('button', { name: /^Undo:/ }).click();
  await job.field(page, '/arrays/a1/module/imp').fill('20');
  await expect(page.getByText('Working amps above short-circuit amps')).toBeVisible();
  await page.getByRole('button', { name: /^Undo:/ }).click();
  await job.field(page, '/arrays/a1/module/betaVoc').fill('');
  await expect(page.getByText('Coefficients are missing')).toBeVisible();
  await expect(page.getByText(/code table serves/).first()).toBeVisible();
});

test('rows of a spreadsheet are pasted, with decimal commas; what cannot be read is named', async ({
  page,
}) => {
  const id = await job.create(job.blank('Paste'));
  await job.open(page, id, 'uses');
  await page.locator('[data-cell="new.name"]').focus();
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData('text/plain', 'Lâmpadas\t7,5\t4\t3,25\nBomba\t1,1 kW\t1\t0,5\tMay-Oct\nErrado\t5 kg\t1\t2');
    document.activeElement?.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  });
  const preview = page.getByRole('group', { name: 'Pasted rows' });
  await expect(preview).toContainText('2 uses can be taken, 1 row cannot be read');
  await expect(preview).toContainText('Row 3, watts each');
  await expect(page.locator('tr[data-use]')).toHaveCount(0);
  // the press that takes them has the focus
  await page.keyboard.press('Enter');
  await job.shows(page.locator('tr[data-use="Lâmpadas"]').getByLabel(/^Hours/), '3.25 h');
  await job.shows(page.locator('tr[data-use="Bomba"]').getByLabel(/^Watts/), '1100 W');
  await expect(page.getByRole('alert')).toContainText('Row 3, watts each');
  await expect(page.getByText('2 rows pasted, 1 left out')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.locator('tr[data-use]')).toHaveCount(0);
});

test('what a column was taken for is put right before it is taken, by keyboard alone', async ({ page }) => {
  const id = await job.create(job.blank('Columns'));
  await job.open(page, id, 'uses');
  await page.locator('[data-cell="new.name"]').focus();
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData(
      'text/plain',
      'Appliance\tWatts\tHours summer\tHours winter\tWh/day\nHeater\t2,200\t0\t3\t6600\nFan\t45\t8\t0\t360\nTotal\t\t\t\t7000',
    );
    document.activeElement?.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  });
  const preview = page.getByRole('group', { name: 'Pasted rows' });
  await expect(preview).toContainText('2200 or 2.2');
  await expect(preview).toContainText('a second column of the same, left out');
  const commas = preview.getByRole('button', { name: /Commas in figures are/ });
  await commas.focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(preview).toContainText('2 uses can be taken');
  await expect(preview).toContainText('the paste says 6600 Wh');
  // what one column is taken for moves from the other
  await preview.getByRole('button', { name: /What Hours winter is/ }).click();
  await page.getByRole('option', { name: 'hours a day' }).click();
  await expect(preview.getByRole('button', { name: /What Hours summer is/ })).toHaveText('left out');
  await preview.getByRole('button', { name: 'Take 2 uses' }).click();
  await job.shows(page.locator('tr[data-use="Heater"]').getByLabel(/^Watts/), '2200 W');
  await job.shows(page.locator('tr[data-use="Heater"]').getByLabel(/^Hours/), '3 h');
  await expect(page.locator('tr[data-use="Heater"] input').first()).toBeFocused();
});

test('rows are duplicated and deleted, with undo', async ({ page }) => {
  const id = await job.create(job.like('Tarn', 'Rows'));
  await job.open(page, id, 'uses');
  await page.getByRole('button', { name: 'More for Lights' }).click();
  await page.getByRole('menuitem', { name: 'Duplicate' }).click();
  await expect(page.locator('tr[data-use="Lights"]')).toHaveCount(2);
  await page.getByRole('button', { name: 'More for Water pump' }).click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(page.locator('tr[data-use="Water pump"]')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
  await expect(page.locator('tr[data-use="Water pump"]')).toHaveCount(1);
  await page.getByRole('button', { name: 'History' }).click();
  await page.getByRole('option', { name: 'Duplicate Lights' }).click();
  await expect(page.locator('tr[data-use="Lights"]')).toHaveCount(1);
});

test('a row is dragged by its grip to where it belongs, above or below another', async ({ page }) => {
  const id = await job.create(job.like('Tarn', 'Dragged'));
  await job.open(page, id, 'uses');
  const rows = page.locator('tr[data-use]');
  const order = () => rows.evaluateAll((all) => all.map((row) => row.getAttribute('data-use')));
  const [first, second, third] = await order();
  const row = (name: string | null | undefined) => page.locator(`tr[data-use="${name}"]`);
  const height = (await row(third).boundingBox())?.height ?? 0;
  await row(first)
    .locator('[data-cell$=".grip"]')
    .dragTo(row(third), { targetPosition: { x: 300, y: height - 4 } });
  await expect.poll(async () => (await order()).slice(0, 3)).toEqual([second, third, first]);
  await row(first)
    .locator('[data-cell$=".grip"]')
    .dragTo(row(second), { targetPosition: { x: 300, y: 3 } });
  await expect.poll(async () => (await order()).slice(0, 3)).toEqual([first, second, third]);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await order()).slice(0, 3)).toEqual([second, third, first]);
});

test('units change for the job and for one field; sources are told', async ({ page }) => {
  const id = await job.create(job.like('Tarn', 'Units'));
  await job.open(page, id);
  await page.getByRole('button', { name: /Units/ }).click();
  await page.getByRole('option', { name: 'Imperial' }).click();
  await page.keyboard.press('2');
  await job.shows(job.field(page, '/place/low'), '−7.6 °F');
  await job.shows(job.field(page, '/place/altitude'), '4396 ft');
  await job.field(page, '/place/altitude').focus();
  await page.getByRole('radiogroup', { name: 'Shown in' }).getByText('m', { exact: true }).click();
  await job.shows(job.field(page, '/place/altitude'), '1340 m');
  await job.field(page, '/place/low').fill('-10');
  await page.getByRole('radio', { name: 'measured' }).check({ force: true });
  await job.saved(page);
  const { place } = await job.stored(id);
  expect(place.low?.value).toBeCloseTo(-23.33, 1);
  expect(place.low?.from).toBe('measured');
  expect(place.altitude).toEqual({ value: 1340, from: 'measured', unit: 'm' });
});

test('a month is typed over and emptied again; far places answer', async ({ page }) => {
  const id = await job.create({ ...job.like('Vale', 'Months'), power: job.blank('').power });
  await job.open(page, id, 'place');
  const december = job.field(page, '/place/ghi/12');
  await job.shows(december, '');
  await december.fill('9 MJ/m2');
  await expect(page.locator('main tr', { hasText: 'December' })).toContainText('sun typed');
  await expect(job.answer(page, 'place')).toContainText('January');
  await december.fill('');
  await expect(page.locator('main tr', { hasText: 'December' })).toContainText('grid');
  await job.field(page, '/place/lat').fill('89');
  await expect(page.getByText('Months without sun')).toBeVisible();
  await job.field(page, '/place/lat').fill('30');
  await job.field(page, '/place/lon').fill('40W');
  await expect(page.getByText('Far from land')).toBeVisible();
});

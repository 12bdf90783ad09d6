import type { Page } from '@playwright/test';
import { expect, test } from './helpers';
import * as job from './job';

/** A job like a demo one, of this test alone, opened at its uses. */
async function usesOf(page: Page, start: string) {
  await job.open(page, await job.create(job.like(start, `${start} ${Date.now()}`)), 'uses');
}

test('a shed is audited from plates, a plug meter and painted hours, by mouse', async ({ page }) => {
  await usesOf(page, 'Honey');
  await expect(job.answer(page, 'uses')).toContainText('3.31');
  // plug meter: 1.48 kWh over 70 h
  await page.getByRole('button', { name: 'Drinks fridge in full', exact: true }).click();
  const fridge = page.getByRole('group', { name: 'Drinks fridge in full' });
  await fridge.getByLabel('Metered for', { exact: true }).fill('2 days');
  await expect(page.locator('tr[data-use="Drinks fridge"]')).toContainText(/82[0-9].Wh/);
  await fridge.getByLabel('Highest watts seen').fill('20 W');
  await expect(page.getByText('A peak below the mean')).toBeVisible();
  await fridge.getByLabel('Highest watts seen').fill('96 W');
  await expect(page.getByText('A peak below the mean')).toBeHidden();

  // the day by the hour, another month, and the later stage
  await expect(page.getByRole('img', { name: /^A mean day of August by the hour: .*tools/ })).toBeVisible();
  await page.getByRole('button', { name: 'Jul', exact: true }).click();
  await expect(page.getByRole('img', { name: /^A mean day of July/ })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Today and later' })).toBeVisible();

  // typical uses, two at once
  await page.getByRole('button', { name: 'Pick typical uses' }).click();
  await page.getByText('Router', { exact: true }).click();
  await page.getByText('Radio', { exact: true }).click();
  await page.getByRole('button', { name: 'Add 2' }).click();
  await expect(page.locator('tr[data-use="Router"]')).toBeVisible();

  // hours painted by dragging
  await page.getByRole('button', { name: 'Radio in full', exact: true }).click();
  const strip = page.getByRole('slider', { name: /^Hours of Radio/ });
  await strip.scrollIntoViewIfNeeded();
  const box = (await strip.boundingBox())!;
  await page.mouse.move(box.x + (box.width * 8.2) / 24, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + (box.width * 16.8) / 24, box.y + box.height / 2, { steps: 8 });
  await page.mouse.up();
  await expect(page.locator('tr[data-use="Radio"]')).toContainText('9 h');
  await page.getByRole('button', { name: /^Undo: Paint the hours of Radio/ }).click();
  await expect(page.locator('tr[data-use="Radio"]')).not.toContainText('9 h');

  await job.saved(page);
});

test('a use is opened, painted and staged by keyboard alone', async ({ page }) => {
  await usesOf(page, 'Tarn');
  const before = await job.tally(page, 'load.heaviest').textContent();
  await page.locator('[data-cell="u2.open"]').focus();
  await page.keyboard.press('Enter');
  const strip = page.getByRole('slider', { name: /^Hours of Lights/ });
  await strip.focus();
  await page.keyboard.press('Home');
  for (let i = 0; i < 36; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press(' ');
  for (let i = 0; i < 9; i++) await page.keyboard.press('Shift+ArrowRight');
  await expect(strip).toHaveAttribute('aria-valuetext', /painted: 18:00–23:00/);
  await expect(job.tally(page, 'load.heaviest')).not.toHaveText(before ?? '');
  await page.keyboard.press('Control+z');
  await expect(job.tally(page, 'load.heaviest')).toHaveText(before ?? '');
  const stage = page.getByRole('button', { name: /^It is there/ });
  await stage.focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(stage).toContainText('at stage 1');
  await expect(page.getByRole('heading', { name: 'Today and later' })).toBeVisible();
  await job.saved(page);
});

test('two thousand rows are pasted at once and stay at hand', async ({ page }) => {
  await usesOf(page, 'Tarn');
  const rows = Array.from({ length: 2000 }, (_, i) => `Row ${i}\t${1 + (i % 5)} W\t1\t2`).join('\n');
  await page.getByRole('textbox', { name: 'Add a use' }).evaluate((element, text) => {
    const data = new DataTransfer();
    data.setData('text/plain', text);
    element.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  }, rows);
  await page.getByRole('button', { name: 'Take 2000 uses' }).click();
  await expect(page.locator('tr[data-use="Row 3"]')).toBeVisible();
  expect(await page.locator('tr[data-use]').count()).toBeLessThan(120);
  await page.getByRole('textbox', { name: 'Add a use' }).focus();
  await page.keyboard.press('ArrowUp');
  await expect(page.locator('tr[data-use="Row 1999"]')).toBeVisible();
  await expect(page.locator('tr[data-use="Row 1999"] input').first()).toBeFocused();
  await page.keyboard.press('Control+z');
  await expect(page.locator('tr[data-use="Lights"]')).toBeVisible();
  await expect(page.locator('tr[data-use^="Row"]')).toHaveCount(0);
  await job.saved(page);
});

test('the wrong unit is explained where it is typed, and nothing is lost', async ({ page }) => {
  await usesOf(page, 'Tarn');
  const watts = job.field(page, '/uses/u2/watts');
  await watts.fill('3 A/h');
  await expect(page.getByText(/amps are the rate itself/)).toBeVisible();
  await watts.fill('2 kWh');
  await expect(page.getByText(/is energy \(power × time\)/)).toBeVisible();
  await watts.press('Escape');
  await expect(watts).toHaveValue(/6.W/);
});

test('a logger’s readings are looked at before they are taken, by file and by keyboard alone', async ({
  page,
}) => {
  const id = await job.create(job.like('Honey', 'Readings'));
  await job.open(page, id, 'uses');
  await page.getByRole('button', { name: 'Drinks fridge in full', exact: true }).click();
  const fridge = page.getByRole('group', { name: 'Drinks fridge in full' });
  await fridge.getByRole('button', { name: /^By/ }).click();
  await page.getByRole('option', { name: /logger/ }).click();
  const two = (value: number) => String(value).padStart(2, '0');
  // four days of August by five minutes, month first: 92 W for ten minutes of every half hour, else 1.5 W
  const lines = Array.from({ length: 4 * 288 }, (_, i) => {
    const [day, minute] = [3 + Math.floor(i / 288), (i % 288) * 5];
    const [amps, watts] = i % 6 < 2 ? [0.8, 92] : [0.02, 1.5];
    return `8/${day}/2026 ${two(Math.floor(minute / 60))}:${two(minute % 60)},118.4,${amps},${watts}`;
  });
  await fridge.getByLabel('File of readings').setInputFiles({
    name: 'fridge.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(['Timestamp,Voltage (V),Current (A),Power (W)', ...lines].join('\n')),
  });
  const form = page.getByRole('group', { name: 'Columns of fridge.csv' });
  await expect(form.getByRole('button', { name: 'What Power (W) is: the readings' })).toBeVisible();
  await expect(form.getByRole('button', { name: 'What Voltage (V) is: not used' })).toBeVisible();
  await expect(form.getByRole('status')).toContainText('from 3 August 2026 to 6 August 2026');
  // (2 × 92 + 4 × 1.5) ÷ 6 × 24 = 760 Wh
  await expect(form.getByRole('status')).toContainText(/76[01].Wh a day/);
  // the other order is asked for, seen to be wrong, and put back
  await form.getByRole('button', { name: /^Dates are written/ }).press('Enter');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('Enter');
  await expect(form.getByRole('status')).toContainText('from 8 March 2026 to 8 June 2026');
  await form.getByRole('button', { name: /^Dates are written/ }).press('Enter');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(form.getByRole('status')).toContainText('to 6 August 2026');
  await form.getByRole('button', { name: 'Take these readings' }).press('Enter');
  await expect(fridge.getByRole('button', { name: 'Paste readings' })).toBeFocused();
  await expect(fridge).toContainText(/From fridge\.csv: 1 of 12 months, 92.W at most/);
  // 24 h × 31.67 W of August, through the inverter at 89.4 %
  await expect(page.locator('tr[data-use="Drinks fridge"]')).toContainText(/850.Wh/);
  await job.saved(page);
  const uses = Object.values((await job.stored(id)).uses);
  const { series } = uses.find(({ name }) => name === 'Drinks fridge')!;
  expect(series).toMatchObject({ name: 'fridge.csv', peakW: 92 });
});

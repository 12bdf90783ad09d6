import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { expect, test } from './helpers';
import * as job from './job';

const fixture = (name: string) => readFileSync(`packages/core/fixtures/weather/${name}`);

test('a place is put on the map by mouse and by keys', async ({ page }) => {
  const id = await job.create(job.blank('Mapped'));
  await job.open(page, id, 'place');
  const map = page.getByTestId('map');
  await map.focus();
  await page.keyboard.press('Enter');
  await job.shows(job.field(page, '/place/lat'), '20.00° N');
  await job.shows(job.field(page, '/place/lon'), '10.00° E');
  await page.keyboard.press('+');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Enter');
  await expect(job.field(page, '/place/lat')).toHaveValue(/2[1-9]\.\d+.*N|3\d\.\d+.*N/);
  const box = await map.boundingBox();
  await page.mouse.click((box?.x ?? 0) + 120, (box?.y ?? 0) + 200);
  await expect(job.field(page, '/place/lon')).toHaveValue(/W/);
  await expect(job.answer(page, 'place')).toContainText('On record');
  // a drag moves the map and leaves the place
  const before = await job.field(page, '/place/lon').inputValue();
  await page.mouse.move((box?.x ?? 0) + 300, (box?.y ?? 0) + 150);
  await page.mouse.down();
  await page.mouse.move((box?.x ?? 0) + 200, (box?.y ?? 0) + 150, { steps: 4 });
  await page.mouse.up();
  await expect(job.field(page, '/place/lon')).toHaveValue(before);
  await job.saved(page);
});

test('a year is stitched from stops with their dates', async ({ page }) => {
  const id = await job.create(job.like('Sula', 'Stops'));
  await job.open(page, id, 'place');
  const tabs = page.getByRole('group', { name: 'Places' });
  await expect(tabs.getByRole('button')).toHaveCount(5);
  await page.getByRole('button', { name: 'Add a stop' }).click();
  const from = page.getByRole('textbox', { name: 'From', exact: true });
  await from.fill('31 June');
  await expect(page.getByText('There is no 31 June')).toBeVisible();
  await from.fill('20.6.');
  await page.getByRole('textbox', { name: 'To and with' }).fill('Jul 10');
  await page.getByRole('textbox', { name: 'Called' }).fill('Harbour');
  await expect(page.getByText('A stop without a place')).toBeVisible();
  const search = page.getByRole('combobox', { name: /Find it/ });
  await search.click();
  await search.fill('54.1N 4.8W');
  await page.getByRole('option').click();
  await expect(page.getByText('Two stops on the same days')).toBeVisible();
  await expect(page.locator('tr', { hasText: 'June' }).first()).toContainText(/Harbour 37 %/);
  await job.saved(page);
  const stops = Object.values((await job.stored(id)).stops);
  expect(stops.find(({ name }) => name === 'Harbour')).toMatchObject({ from: '06-20', to: '07-10' });
  await page.getByRole('button', { name: 'Delete the stop' }).click();
  await expect(tabs.getByRole('button')).toHaveCount(5);
  await page.keyboard.press('Control+z');
  await expect(tabs.getByRole('button')).toHaveCount(6);
});

test('weather of one’s own is read from a station file, kept, and left out again', async ({ page }) => {
  const id = await job.create(job.like('Vale', 'Own weather'));
  await job.open(page, id, 'place');
  await page.getByLabel('Weather file').setInputFiles({
    name: 'lakeside.epw.gz',
    mimeType: 'application/gzip',
    buffer: fixture('lakeside-42N.epw.gz'),
  });
  await expect(page.getByTestId('weather')).toContainText('lakeside.epw.gz, an EPW file, with its hours');
  await expect(page.getByText(/The file is of a place \d+ km from here/)).toBeVisible();
  const december = page.locator('tr', {
    has: page.getByRole('rowheader', { name: 'December', exact: true }),
  });
  await expect(december).toContainText('your file');
  // 46.624 kWh/m² in 31 days
  await expect(page.getByRole('textbox', { name: 'Sun in December' })).toHaveAttribute('placeholder', /1\.5/);
  await job.saved(page);
  const { weather } = (await job.stored(id)).place;
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'The original' }).click(),
  ]);
  expect(readFileSync((await download.path()) ?? '').equals(fixture('lakeside-42N.epw.gz'))).toBe(true);
  expect(weather?.light?.ghi).toHaveLength(12);
  // a typed month stands over the file’s
  await page.getByRole('textbox', { name: 'Sun in December' }).fill('2.1');
  await expect(december).toContainText('sun typed');
  await page.getByRole('button', { name: 'Leave it out' }).click();
  await expect(page.locator('tr', { has: page.getByRole('rowheader', { name: 'June' }) })).toContainText(
    'grid',
  );
});

test('a table of hours is read as its columns are said to be', async ({ page }) => {
  const id = await job.create(job.like('Vale', 'Columns'));
  await job.open(page, id, 'place');
  const lines = gunzipSync(fixture('lakeside-42N.epw.gz'))
    .toString('utf8')
    .split(/\r?\n/)
    .filter((line) => /^\d{4},/.test(line));
  const rows = lines.map((line, hour) => {
    const cells = line.split(',');
    const when = new Date(Date.UTC(2001, 0, 1) + hour * 3_600_000).toISOString().slice(0, 16);
    return `${when};${(Number(cells[13]) / 1000).toFixed(4)};${(Number(cells[6]) * 1.8 + 32).toFixed(1)}`;
  });
  await page.getByLabel('Weather file').setInputFiles({
    name: 'logger.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(['when;light;outside', ...rows].join('\n')),
  });
  const form = page.getByRole('group', { name: 'Columns of logger.csv' });
  await expect(form).toContainText('8,760 lines');
  await form.getByRole('button', { name: /^What light is/ }).click();
  await page.getByRole('option', { name: 'global light' }).click();
  await expect(form.getByRole('button', { name: 'Unit of light: kW/m²' })).toBeVisible();
  await form.getByRole('button', { name: /^What outside is/ }).click();
  await page.getByRole('option', { name: 'air' }).click();
  await form.getByRole('button', { name: 'Unit of outside: °F' }).click();
  await page.getByRole('option', { name: '°C' }).click();
  await form.getByRole('button', { name: 'Read it so' }).click();
  // degrees Fahrenheit taken for Celsius are too hot to be
  await expect(page.getByRole('alert').first()).toContainText('is the unit right?');
  await form.getByRole('button', { name: /^Unit of outside/ }).click();
  await page.getByRole('option', { name: '°F' }).click();
  await form.getByRole('button', { name: 'Read it so' }).click();
  await expect(page.getByTestId('weather')).toContainText('logger.csv, a table of hours');
  await expect(page.getByRole('textbox', { name: 'Sun in June' })).toHaveAttribute('placeholder', /6\.29/);
});

test('twelve months are pasted, and what is no weather is refused in words', async ({ page }) => {
  const id = await job.create(job.like('Vale', 'Months'));
  await job.open(page, id, 'place');
  await page.getByRole('button', { name: 'Paste twelve months' }).click();
  const box = page.getByLabel(/^Sun by month/);
  await box.fill('1.7\n2.6\nbright');
  await page.getByRole('button', { name: 'Look at these months' }).click();
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText('2 lines with figures');
  const megajoules = [6.5, 9.4, 13.7, 17.6, 21.2, 23.4, 24.1, 21.2, 16.2, 10.8, 7.2, 5.8];
  await box.fill(megajoules.map((mj, month) => `${mj.toFixed(1)}\t${month}\t${month + 9}`).join('\n'));
  await page.getByRole('button', { name: 'Look at these months' }).click();
  // nothing is taken before it was seen as it is understood
  const form = page.getByRole('group', { name: 'Columns of pasted months' });
  await expect(form.getByRole('button', { name: 'Unit of Column 1: MJ/m² a day' })).toBeVisible();
  await expect(form.getByRole('button', { name: 'What Column 3 is: mean highest air' })).toBeVisible();
  await expect(form.getByRole('button', { name: /January/ })).toBeVisible();
  await form.getByRole('button', { name: /^Unit of Column 1/ }).click();
  await page.getByRole('option', { name: 'kWh/m² a day', exact: true }).click();
  await form.getByRole('button', { name: 'Take these months' }).click();
  await expect(form.getByRole('alert')).toContainText('read as kWh/m² a day is outside what the sun gives');
  await form.getByRole('button', { name: /^Unit of Column 1/ }).click();
  await page.getByRole('option', { name: 'MJ/m² a day', exact: true }).click();
  await form.getByRole('button', { name: 'Take these months' }).click();
  await expect(page.getByTestId('weather')).toContainText('twelve months');
  await expect(page.getByText('Sun read as MJ/m² a day.')).toBeVisible();
  await page.getByLabel('Weather file').setInputFiles({
    name: 'x.zip',
    mimeType: 'application/zip',
    buffer: Buffer.from('PK\u0003\u0004 and so on'),
  });
  await expect(page.getByRole('alert').first()).toContainText('zip archive');
  await page
    .getByLabel('Weather file')
    .setInputFiles({ name: 'big.csv', mimeType: 'text/csv', buffer: Buffer.alloc(34 * 1024 * 1024, 'x') });
  await expect(page.getByRole('alert').first()).toContainText('34 MB');
  await expect(page.getByTestId('weather')).toContainText('twelve months');
});

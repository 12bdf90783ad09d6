import { expect, test } from './helpers';
import * as job from './job';

test('arrays are added, turned, duplicated and taken down', async ({ page }) => {
  const id = await job.create(job.like('Tarn', 'Arrays'));
  await job.open(page, id, 'array');
  await page.getByRole('button', { name: 'Add an array' }).click();
  const tabs = page.getByRole('group', { name: 'Arrays', exact: true });
  await expect(tabs.getByRole('button')).toHaveCount(2);
  await expect(tabs.getByRole('button', { pressed: true })).toContainText('Array 2');
  await page.getByRole('textbox', { name: 'Called' }).fill('Shed roof');
  await page.getByRole('button', { name: /^Held/ }).click();
  await page.getByRole('option', { name: /flat on a roof/ }).click();
  await page.getByRole('textbox', { name: 'Roof slope' }).fill('15');
  await page.getByRole('textbox', { name: 'Roof faces' }).fill('180');
  // on the southern half of the world that is away from the sun
  await expect(page.getByText('Facing away from the sun: Shed roof')).toBeVisible();
  await page.getByRole('button', { name: 'Face north' }).click();
  await expect(page.getByText('Facing away from the sun: Shed roof')).toBeHidden();
  await expect(page.getByRole('columnheader', { name: 'Shed roof' })).toBeVisible();
  // it came with a controller of its own; two arrays need two inputs, and the first's has one
  await page.locator('nav a[href$="/strings"]').click();
  await page.getByRole('button', { name: /^Connected to/ }).click();
  await page.getByRole('option', { name: /^1, with First array/ }).click();
  await expect(page.getByRole('button', { name: /^Controller, shared with First array/ })).toBeVisible();
  await expect(page.getByText('More inputs than it has: Shed roof')).toBeVisible();
  await page.getByRole('button', { name: 'Give it a controller of its own' }).click();
  await expect(page.getByText('More inputs than it has: Shed roof')).toBeHidden();
  await page.locator('nav a[href$="/array"]').click();
  await page.getByRole('button', { name: 'More for Shed roof' }).click();
  await page.getByRole('menuitem', { name: 'Duplicate' }).click();
  await expect(tabs.getByRole('button')).toHaveCount(3);
  await page.getByRole('button', { name: 'More for Shed roof, again' }).click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(tabs.getByRole('button')).toHaveCount(2);
  await job.saved(page);
  const { arrays, controllers } = await job.stored(id);
  expect(
    Object.values(arrays)
      .map(({ name }) => name)
      .sort(),
  ).toEqual(['First array', 'Shed roof']);
  expect(Object.keys(controllers)).toHaveLength(2);
});

test('the skyline is painted by mouse and keys, read as text, and costs its hours', async ({ page }) => {
  const id = await job.create(job.like('Tarn', 'Skyline'));
  await job.open(page, id, 'array');
  const cost = page.getByTestId('skyline-cost');
  await expect(cost).toContainText('open all round');
  const horizon = page.getByTestId('horizon');
  await horizon.scrollIntoViewIfNeeded();
  const box = (await horizon.boundingBox()) ?? { x: 0, y: 0, width: 0, height: 0 };
  await page.mouse.move(box.x + box.width * 0.35, box.y + box.height * 0.75);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width * 0.65, box.y + box.height * 0.75, { steps: 8 });
  await page.mouse.up();
  await expect(cost).toContainText(/It takes \d+ kWh a year/);
  await expect(page.getByText('Hours that are lost, by month')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(cost).toContainText('open all round');
  await horizon.focus();
  for (let press = 0; press < 4; press++) await page.keyboard.press('Shift+ArrowUp');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowUp');
  await expect(horizon).toHaveAttribute('aria-valuetext', /^1° high at \d+°/);
  await job.saved(page);
  const points = Object.entries((await job.stored(id)).arrays.a1?.skyline.points ?? {});
  expect(points.map(([, height]) => height)).toEqual([20, 1]);
  expect(Number(points[1]?.[0]) - Number(points[0]?.[0])).toBe(5);
  await page.getByRole('button', { name: 'Type or read points' }).click();
  await page.getByLabel(/A line a point/).fill('300, 12\nup, down\n20, 12');
  await page.getByRole('button', { name: 'Take these points' }).click();
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText('Line 2');
  await page.getByLabel(/A line a point/).fill('300, 12\n0, 30\n20, 12\n180, 0');
  await page.getByRole('button', { name: 'Take these points' }).click();
  await expect(page.getByText('4 points read')).toBeVisible();
  // azimuths below 0 could count from north or from south: asked, and shown as understood
  await page.getByRole('button', { name: 'Type or read points' }).click();
  await page.getByLabel(/A line a point/).fill('-90, 8\n0, 4\n90, 2\n180, 1');
  await page.getByRole('button', { name: 'Take these points' }).click();
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText('from north, or from south');
  await page.getByRole('button', { name: /Azimuths count from/ }).click();
  await page.getByRole('option', { name: /south, west positive/ }).click();
  await expect(page.getByText('4 points, the highest 8° at 90° from north')).toBeVisible();
  await page.getByRole('button', { name: 'Take these points' }).click();
  await expect.poll(async () => (await job.stored(id)).arrays.a1?.skyline.points['270']).toBe(2);
  await expect(cost).toContainText(/It takes \d+ kWh a year/);
  await page.getByRole('button', { name: 'Clear it all' }).click();
  await expect(cost).toContainText('open all round');
});

test('a tree is placed, moved and bared', async ({ page }) => {
  const id = await job.create(job.like('Vale', 'Tree'));
  await job.open(page, id, 'array');
  await page.getByRole('button', { name: 'Place something in the light' }).click();
  await page.getByRole('menuitem', { name: /Chimney/ }).click();
  const chimney = page.locator('tr[data-obstacle="Chimney"]');
  await chimney.getByLabel(/^Top above panels/).fill('5 m');
  await chimney.getByLabel(/^Direction/).fill('150');
  await chimney.getByLabel(/^Distance/).fill('2');
  const cost = page.getByTestId('skyline-cost');
  await expect(cost).toContainText(/It takes \d+ kWh a year/);
  const before = Number(/takes (\d+)/.exec((await cost.textContent()) ?? '')?.[1]);
  await chimney.getByLabel(/^Width/).fill('2 m');
  await expect
    .poll(async () => Number(/takes (\d+)/.exec((await cost.textContent()) ?? '')?.[1]))
    .toBeGreaterThan(before);
  await page.getByRole('button', { name: 'More for Chimney' }).click();
  await page.getByRole('menuitem', { name: 'Take it away' }).click();
  await expect(chimney).toBeHidden();
});

test('the plane is turned on the field of tilts, and what it costs is said', async ({ page }) => {
  const id = await job.create(job.like('Tarn', 'Field'));
  await job.open(page, id, 'array');
  const cost = page.getByTestId('field-cost');
  await expect(cost).toContainText('within 2 % of the best');
  const plane = page.getByRole('slider', { name: /^Plane/ });
  await plane.focus();
  for (let press = 0; press < 6; press++) await page.keyboard.press('Shift+ArrowDown');
  await job.shows(job.field(page, '/arrays/a1/plane/tilt'), '10°');
  await expect(cost).toContainText(/less than \d+° facing 0°: .*\skWh a day, or .* more panels/);
  await expect(job.tally(page, 'array.ratio')).toContainText('×');
  await page.getByRole('button', { name: /^For/ }).click();
  await page.getByRole('option', { name: 'December' }).click();
  await expect(page.getByRole('heading', { name: 'A mean day in December' })).toBeVisible();
  await expect(page.getByText(/The sun rises \d+° poleward of east: for .* hours/)).toBeVisible();
  await expect(page.getByText(/two tilts a year add \d+ %/)).toBeVisible();
  const box = (await plane.boundingBox()) ?? { x: 0, y: 0, width: 0, height: 0 };
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 3);
  await job.shows(job.field(page, '/arrays/a1/plane/tilt'), '60°');
});

test('rows, seasons and snow change what is made', async ({ page }) => {
  const id = await job.create(job.like('Tarn', 'Rows'));
  await job.open(page, id, 'array');
  await job.field(page, '/arrays/a1/rows/count').fill('3');
  await job.field(page, '/arrays/a1/rows/pitch').fill('2.2 m');
  await expect(page.getByText('Rows shade each other at noon')).toBeVisible();
  await page.getByRole('button', { name: /^Set the rows/ }).click();
  await expect(page.getByText('Rows shade each other at noon')).toBeHidden();
  await page.getByRole('button', { name: 'Snow, dirt and ground month by month' }).click();
  await page.getByRole('textbox', { name: 'Snow loss in June' }).fill('60');
  await expect(job.answer(page, 'array')).toContainText('are too few');
  await page.getByRole('textbox', { name: 'Snow loss in June' }).fill('');
  await page.getByRole('button', { name: /^Held/ }).click();
  await page.getByRole('option', { name: /by the season/ }).click();
  await page.getByRole('textbox', { name: 'Winter tilt' }).fill('75');
  await page.getByRole('textbox', { name: 'Summer tilt' }).fill('100');
  await expect(page.getByText('Tilt runs from 0° to 90°')).toBeVisible();
  await job.saved(page);
  expect((await job.stored(id)).arrays.a1?.plane).toMatchObject({
    kind: 'seasonal',
    tilts: { winter: { value: 75 } },
  });
});

import { expect, test } from './helpers';
import * as job from './job';

test('an inverter is chosen, found too small, and pressed to one that holds', async ({ page }) => {
  const id = await job.create(job.like('Vale', 'Too small an inverter'));
  await job.open(page, id, 'power');
  await expect(job.answer(page, 'power')).toContainText('It runs and it starts.');

  await page
    .getByRole('button', { name: /^Inverter/ })
    .first()
    .click();
  await page.getByRole('option', { name: /^Inverter, 1\.6 kW/ }).click();
  await expect(job.answer(page, 'power')).toContainText('It does not start.');
  const stop = page.locator('[data-finding="power.start"]').first();
  await expect(stop).toContainText('A motor that it cannot start');
  await expect(page.getByRole('img', { name: /The inverter carries 1552 watts for hours/ })).toBeVisible();

  // what is pressed holds, and the draw of the machine comes with it
  await stop
    .getByRole('button', { name: /^Take inverter/ })
    .first()
    .click();
  await expect(page.locator('[data-finding="power.start"]')).toHaveCount(0);
  await job.saved(page);
  const { power, supply } = await job.stored(id);
  expect(power.inverter!.surge.value).toBeGreaterThanOrEqual(7079);
  expect(supply.inverterIdle.from).toBe('catalogue');
  await page.keyboard.press('Control+z');
  await expect(job.answer(page, 'power')).toContainText('It does not start.');
});

test('what charges beside the sun is added, told to stop before it starts, and mended', async ({ page }) => {
  const id = await job.create({ ...job.like('Vale', 'A set of its own'), power: job.blank('x').power });
  await job.open(page, id, 'power');
  await expect(page.getByText('Only the sun so far.')).toBeVisible();
  await page.getByRole('button', { name: 'Add a generator' }).click();
  // the work goes on in what was added
  await expect(page.getByLabel('Called').first()).toBeFocused();
  await expect(job.tally(page, 'power.hours')).toContainText('h');
  await page.getByLabel('Rated power').fill('5 kW');
  await page.getByLabel('Charge current').fill('60');
  await page.getByLabel('Start at state of charge').fill('70');
  await page.getByLabel('Stop at state of charge').fill('50');
  const wrong = page.locator('[data-finding^="source.order"]').first();
  await expect(wrong).toContainText('It stops before it starts');
  await wrong.getByRole('button', { name: 'Stop at 95 %' }).click();
  await expect(page.locator('[data-finding^="source.order"]')).toHaveCount(0);
  await job.shows(page.getByLabel('Stop at state of charge'), '95 %');

  // what cannot be is said where it is typed, and nothing is lost
  await page.getByLabel('Battery charger efficiency').fill('120 %');
  await expect(page.getByText(/Battery charger efficiency runs from 50.% to 100.%/)).toBeVisible();
  await page.getByLabel('Battery charger efficiency').press('Escape');
  await page.getByLabel('There from').fill('31 June');
  await expect(page.getByText(/June has 30 days|no such day|stays in force/).first()).toBeVisible();
  await page.getByLabel('There from').press('Escape');

  await page.getByRole('button', { name: 'Add a wind or water turbine' }).click();
  await expect(page.locator('[data-finding^="source.nothing"]').first()).toContainText(
    'It gives nothing yet',
  );
  await page.getByRole('textbox', { name: 'Jan' }).fill('1.2 kWh');
  await expect(page.locator('[data-finding^="source.nothing"]')).toHaveCount(0);
  await page.getByRole('button', { name: 'More for Wind or water turbine' }).click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(page.getByRole('group', { name: 'Sources' })).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^Wind or water turbine/ })).toBeVisible();
  await job.saved(page);
  expect(Object.keys((await job.stored(id)).power.sources)).toHaveLength(2);
});

test('circuits go from list to list by hand and by keys', async ({ page }) => {
  const id = await job.create(job.like('Vale', 'Circuits'));
  await job.open(page, id, 'power');
  const [must, shed, surplus] = ['Must ride', 'Shed first', 'Surplus only'].map((name) =>
    page.getByRole('list', { name }),
  );
  await expect(must!.getByRole('listitem')).toHaveCount(3);
  const grip = (name: string) => page.getByRole('button', { name: `Move ${name}`, exact: true });
  await grip('House lights').focus();
  await page.keyboard.press('ArrowRight');
  await expect(shed!.getByRole('listitem').last()).toContainText('House lights');
  await expect(grip('House lights')).toBeFocused();
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowUp');
  await expect(shed!.getByRole('listitem').first()).toContainText('House lights');

  // from the row's own menu, as on a phone
  await page.getByRole('button', { name: 'Where House lights goes' }).press('Enter');
  await page.getByRole('menuitem', { name: 'Down' }).press('Enter');
  await expect(shed!.getByRole('listitem').nth(1)).toContainText('House lights');
  await expect(grip('House lights')).toBeFocused();
  await page.keyboard.press('ArrowUp');

  // by hand, into the last list
  await grip('Cheese-room fan').dragTo(surplus!.getByText('Wash water'));
  await expect(surplus!.getByRole('listitem')).toHaveCount(2);
  await job.saved(page);
  const { uses } = await job.stored(id);
  const by = (name: string) => Object.values(uses).find((use) => use.name === name)!;
  expect(by('House lights')).toMatchObject({ priority: 'should', shed: 1 });
  expect(by('Cheese-room fan').priority).toBe('surplus');
  await page.keyboard.press('Control+z');
  await expect(surplus!.getByRole('listitem')).toHaveCount(1);
});

test('a boat’s engine and quay are read on a phone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const id = await job.create(job.like('Sula', 'On the phone'));
  await job.open(page, id, 'power');
  await expect(job.answer(page, 'power')).toContainText('Nothing on AC.');
  await page.getByRole('button', { name: /Winter quay/ }).click();
  await job.shows(page.getByLabel('There from'), '6 October');
  await expect(page.getByRole('img', { name: /^Kilowatt-hours on a mean day/ })).toBeVisible();
  const wide = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  expect(wide).toBeLessThanOrEqual(0);
});

test('an inverter is told to search, what waits for surplus says what it gets, and a price counts', async ({
  page,
}) => {
  const design = job.like('Vale', 'It may sleep');
  const id = await job.create({
    ...design,
    uses: Object.fromEntries(
      Object.entries(design.uses).filter(([, { name }]) => /pump|Wash water|kitchen|Milk/i.test(name)),
    ),
  });
  await job.open(page, id, 'power');
  const before = await job.tally(page, 'load.heaviest').innerText();
  const way = page.getByRole('button', { name: 'Take it: Let it search' });
  await expect(way).toBeVisible();
  // by keyboard alone
  await way.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('checkbox', { name: 'It searches while nothing on AC runs' })).toBeChecked();
  await expect(way).toHaveCount(0);
  await expect(job.tally(page, 'load.heaviest')).not.toHaveText(before);
  const surplus = page.getByRole('table', { name: /^Surplus on a mean day/ });
  await expect(surplus.getByRole('row')).toHaveCount(13);
  await page.getByLabel('Surplus loads above').fill('120');
  await expect(page.getByText(/Surplus loads above runs from 20.% to 100.%/)).toBeVisible();
  await page.getByLabel('Surplus loads above').press('Escape');

  await page.getByRole('textbox', { name: 'Inverter price' }).fill('990');
  await job.saved(page);
  const { power } = await job.stored(id);
  expect(power).toMatchObject({ searching: true, inverter: { price: { value: 990 } } });
  // the design there is costs as much less as the machine does than its usual price, 1 830
  const costs = async () =>
    Number(
      /about ([\d\s,]+) and/.exec(await page.locator('[data-present]').innerText())?.[1]?.replace(/\D/g, ''),
    );
  await job.open(page, id);
  await expect(page.locator('[data-present]')).toBeVisible();
  const typed = await costs();
  await page.keyboard.press('Control+z');
  await expect.poll(costs).toBe(typed + 840);
});

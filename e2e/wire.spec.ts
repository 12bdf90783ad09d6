import { readFileSync } from 'node:fs';
import { expect, test } from './helpers';
import * as job from './job';

test('a wire from the barn is judged, and pressed to one that does', async ({ page }) => {
  const id = await job.create(job.like('Vale', 'Wire from the barn'));
  await job.open(page, id, 'wire');
  await expect(job.answer(page, 'wire')).toContainText('These do.');
  const rows = page.getByRole('table', { name: 'Every run' });
  await expect(rows.getByRole('row').filter({ hasText: 'Ground rack: feed' })).toContainText('50 mm²');

  await rows.getByRole('button', { name: 'Ground rack: feed', exact: true }).click();
  const full = page.locator('[data-part="wire-run"]');
  await expect(full.getByRole('heading', { level: 2 })).toContainText('Ground rack: feed, in full');
  const wire = full.getByRole('textbox', { name: 'Wire', exact: true });
  await wire.fill('11 AWG');
  await expect(full).toContainText('11 AWG is not among the sizes sold');
  await wire.fill('10 AWG');
  await wire.press('Tab');
  await expect(job.answer(page, 'wire')).toContainText('Not with these wires.');
  const stop = page.locator('[data-finding="wire.thin:feed-a1"]').first();
  await expect(stop).toContainText('The wire is too thin');
  await job.saved(page);
  expect((await job.stored(id)).wiring.circuits['feed-a1']).toMatchObject({ size: '10 AWG' });

  await stop.getByRole('button', { name: 'Take the smallest that does' }).click();
  await expect(page.locator('[data-finding="wire.thin:feed-a1"]')).toHaveCount(0);
  await expect(wire).toHaveValue('50\u00a0mm²');
  // a size up, from its row, with what it saves
  await full
    .getByRole('row', { name: /^70 mm²/ })
    .getByRole('button', { name: 'Take it' })
    .click();
  await expect(wire).toHaveValue('70\u00a0mm²');
  await job.saved(page);
  expect((await job.stored(id)).wiring.circuits['feed-a1']).toMatchObject({
    size: '70 mm2',
    path: ['t1', 'w1'],
  });
});

test('a fuse larger than the panels bear stops the job by keyboard alone, and what is bought follows', async ({
  page,
}) => {
  const id = await job.create(job.like('Vale', 'Fuses of strings'));
  await job.open(page, id, 'wire');
  const buy = page.locator('[data-part="wire-takeoff"]');
  await expect(buy.getByRole('listitem').filter({ hasText: 'fuse for panels' })).toHaveText(
    '3 × fuse for panels, gPV 25 A',
  );
  await expect(buy.getByRole('listitem').filter({ hasText: 'combiner' })).toHaveText('1 × combiner');
  const strings = page
    .getByRole('table', { name: 'Every run' })
    .getByRole('button', { name: 'Ground rack: strings', exact: true });
  await strings.focus();
  await page.keyboard.press('Enter');
  const fuse = page.locator('[data-part="wire-run"]').getByRole('textbox', { name: 'Fuse or breaker' });
  await fuse.focus();
  await page.keyboard.type('30 A');
  await page.keyboard.press('Tab');
  const stop = page.locator('[data-finding="wire.panels:string-a1"]').first();
  await expect(stop).toContainText('its panels allow no more than 25');
  await expect(buy.getByRole('listitem').filter({ hasText: 'fuse for panels' })).toHaveText(
    '3 × fuse for panels, gPV 30 A',
  );
  await stop.getByRole('button', { name: 'Take the one that suits' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-finding="wire.panels:string-a1"]')).toHaveCount(0);
  await expect(buy.getByRole('listitem').filter({ hasText: 'fuse for panels' })).toHaveText(
    '3 × fuse for panels, gPV 25 A',
  );
});

test('a trench is measured once for all that lies in it', async ({ page }) => {
  const id = await job.create({ ...job.like('Vale', 'A trench'), wiring: job.blank('x').wiring });
  await job.open(page, id, 'wire');
  await expect(job.answer(page, 'wire')).toContainText('if the runs are no longer than guessed');
  const routes = page.locator('[data-part="wire-routes"]');
  await routes.getByRole('button', { name: 'Add a trench' }).click();
  await routes.getByRole('textbox', { name: 'Length' }).fill('62 m');
  await routes.getByRole('textbox', { name: 'Cover' }).fill('30 cm');
  await routes.getByRole('textbox', { name: 'Cover' }).press('Tab');
  for (const name of ['Ground rack: feed', 'Barn, east: home run']) {
    await page.getByRole('table', { name: 'Every run' }).getByRole('button', { name, exact: true }).click();
    await page.getByRole('button', { name: `Through a stretch there is, for ${name}` }).click();
    await page.getByRole('menuitem', { name: 'Trench' }).click();
    await expect(page.getByRole('list', { name: `Route of ${name}` })).toContainText('Trench, 62.0 m');
  }
  await expect(routes).toContainText('Through it: Ground rack: feed, Barn, east: home run.');
  await expect(routes).toContainText(/4 conductors|6 conductors|5 conductors/);
  await page
    .locator('[data-finding^="wire.cover"]')
    .first()
    .getByRole('button', { name: 'Dig to 600 mm' })
    .click();
  await expect(page.locator('[data-finding^="wire.cover"]')).toHaveCount(0);
  // gone, it is gone from both routes, and back with one key
  await routes.getByRole('button', { name: 'More for Trench' }).click();
  await page.getByRole('menuitem', { name: 'Delete' }).click();
  await expect(routes).toContainText('None yet.');
  await job.saved(page);
  expect((await job.stored(id)).wiring.circuits).toEqual({});
  await page.keyboard.press('Control+z');
  await expect(routes).toContainText('Through it: Ground rack: feed, Barn, east: home run.');
});

test('unlike panels have wires of their own on each input', async ({ page }) => {
  const id = await job.create(job.like('Honey', 'Two inputs'));
  await job.open(page, id, 'wire');
  const rows = page.getByRole('table', { name: 'Every run' });
  const row = (name: string) => rows.getByRole('row').filter({ hasText: name });
  // what was said of the first goes for the second until it has its own
  for (const input of [1, 2]) await expect(row(`Array, input ${input}: feed`)).toContainText('10 AWG');
  await rows.getByRole('button', { name: 'Array, input 2: feed', exact: true }).press('Enter');
  const wire = page.locator('[data-part="wire-run"]').getByRole('textbox', { name: 'Wire', exact: true });
  await wire.fill('6 AWG');
  await wire.press('Tab');
  await expect(row('Array, input 2: feed')).toContainText('6 AWG');
  await expect(row('Array, input 1: feed')).toContainText('10 AWG');
  await wire.fill('');
  await wire.press('Tab');
  await expect(row('Array, input 2: feed')).toContainText('by its drop');
  await job.saved(page);
  expect((await job.stored(id)).wiring.circuits).toMatchObject({
    'feed-a1': { size: '10 AWG' },
    'feed2-a1': { size: null },
  });
  await page
    .getByRole('link', { name: /One-line/ })
    .first()
    .click();
  await expect(page.getByText('Branch 2')).toBeVisible();
});

test('a coil that is six metres short is told before it is cut', async ({ page }) => {
  const id = await job.create(job.like('Honey', 'A short coil'));
  await job.open(page, id, 'wire');
  const short = page.locator('[data-finding^="wire.coil"]').first();
  await expect(short).toContainText('The coil is too short');
  await expect(short).toContainText('19.6 ft short');
  // as long as feeds and strings take is not enough: the lead to the AC panel comes from it too
  const buy = page.locator('[data-part="wire-takeoff"]');
  await buy.getByRole('textbox', { name: 'Coil length' }).fill('185 ft');
  await buy.getByRole('textbox', { name: 'Coil length' }).press('Tab');
  await expect(page.locator('[data-finding^="wire.coil"]')).toHaveCount(0);
  await expect(buy.getByRole('row', { name: /^10 AWG solar cable black/ })).toContainText('1 coil');

  const saved = page.waitForEvent('download');
  await buy.getByRole('button', { name: 'Save as CSV' }).click();
  const csv = readFileSync(await (await saved).path(), 'utf8');
  expect(csv).toMatch(/^kind,metal,size,colour,metres,pieces,longest_m\r?\n/);
  expect(csv).toMatch(/solar cable,copper,10 AWG,black,51\.68,4,14\.51/);
  const labels = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Labels as SVG, to print' }).click();
  expect(readFileSync(await (await labels).path(), 'utf8')).toMatch(
    /^<svg [^>]*210mm.*combiner|branch connectors/,
  );
});

test('three roofs on one input are fused, drawn and bought as the strings side by side that they are', async ({
  page,
}) => {
  const vale = job.like('Vale', 'Three roofs');
  const { a1, a2, a3 } = vale.arrays;
  const onFirst = (array: NonNullable<typeof a2>, position: number, name: string) => ({
    ...array,
    position,
    name,
    strings: { ...array.strings, first: 1 },
  });
  const shed = onFirst(a2!, 4, 'Shed');
  const id = await job.create({
    ...vale,
    arrays: { a1: a1!, a2: onFirst(a2!, 2, 'Barn, east'), a3: onFirst(a3!, 3, 'Barn, west'), a4: shed },
  });
  await job.open(page, id, 'wire');
  const rows = page.getByRole('table', { name: 'Every run' }).getByRole('row');
  await expect(rows.filter({ hasText: 'Shed: strings' })).toContainText('25 A');
  const bought = page.locator('[data-part="wire-takeoff"]').getByRole('listitem');
  await expect(bought.filter({ hasText: 'fuse for panels' })).toHaveText('6 × fuse for panels, gPV 25 A');
  await expect(bought.filter({ hasText: 'combiner' })).toHaveText('4 × combiners');
  await page.goto(`/jobs/${id}/one-line`);
  await expect(page.getByText('Combiner', { exact: true })).toHaveCount(4);
});

test('a boat’s wires are read on a phone, and one of her own is added by keyboard', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const id = await job.create(job.like('Sula', 'Wires aboard'));
  await job.open(page, id, 'wire');
  await expect(job.answer(page, 'wire')).toContainText('These do.');
  await expect(page.locator('[data-run="charger-e1"]')).toContainText('25 mm²');
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);

  await page.getByRole('button', { name: 'Add a circuit of your own' }).focus();
  await page.keyboard.press('Enter');
  const full = page.locator('[data-part="wire-run"]');
  await expect(full.getByRole('heading', { level: 2 })).toContainText('Own circuit, in full');
  const amps = full.getByRole('textbox', { name: 'Circuit current' });
  await amps.fill('30');
  await amps.press('Tab');
  await expect(full.getByRole('textbox', { name: 'Fuse or breaker' })).toHaveAttribute(
    'placeholder',
    /40|50/,
  );
  await job.saved(page);
  expect(Object.values((await job.stored(id)).wiring.own)[0]).toMatchObject({ amps: { value: 30 } });
});

test('an entry socket is measured, found the wrong way round, and rewired', async ({ page }) => {
  const id = await job.create(job.like('Bookwagon', 'Polarity'));
  await job.open(page, id, 'wire');
  await expect(page.locator('[data-finding="wire.polarity:feed-a1"]').first()).toContainText(
    'Polarity is not measured',
  );
  await page
    .getByRole('button', { name: /^The meter says/ })
    .last()
    .click();
  await page.getByRole('option', { name: /plus comes out as minus/ }).click();
  const stop = page.locator('[data-finding="wire.polarity:feed-a1"]').first();
  await expect(stop).toContainText('Plus arrives as minus');
  await expect(page.getByRole('list', { name: /^Plugs of/ })).toContainText('plus is minus by here');
  await stop.getByRole('button', { name: 'Rewire Entry socket' }).click();
  await expect(page.locator('[data-finding="wire.polarity:feed-a1"]')).toHaveCount(0);
  // an extension with the wrong plugs does not mate
  await page
    .getByRole('button', { name: /^Its plus, towards the panels/ })
    .first()
    .click();
  await page.getByRole('option', { name: 'a pin' }).click();
  await expect(page.locator('[data-finding="wire.mates:feed-a1"]').first()).toContainText('do not mate');
  await job.saved(page);
  expect((await job.stored(id)).wiring.circuits['feed-a1']!.plugs!.pieces[0]).toMatchObject({ near: 'pin' });
});

test('what the wires lose is taken off the array, stands where it is typed, and comes back at a press', async ({
  page,
}) => {
  const design = job.like('Vale', 'Lost on the way');
  const circuits = design.wiring.circuits;
  const id = await job.create({
    ...design,
    wiring: {
      ...design.wiring,
      circuits: { ...circuits, 'feed-a1': { ...circuits['feed-a1']!, size: '35 mm2' } },
    },
  });
  const loss = page.getByRole('textbox', { name: 'Array wiring loss' });
  const percent = async () => parseFloat((await loss.getAttribute('placeholder')) ?? '');
  await job.open(page, id, 'array');
  await expect(loss).toHaveValue('');
  await expect.poll(percent).toBeGreaterThan(0);
  const near = await percent();

  // a trench twice as long, measured on the sheet of wires
  await job.open(page, id, 'wire');
  await page.locator('[data-stretch="t1"]').getByRole('textbox', { name: 'Length' }).fill('124 m');
  await expect(page.locator('[data-stretch="t1"]')).toContainText('4 boxes to pull from');
  await expect(page.locator('[data-part="wire-protect"]')).toContainText('surge arrester for panels');
  await expect(page.locator('[data-part="wire-signals"]')).toContainText('Battery management');
  await expect(page.getByText('metres of warning tape').first()).toBeVisible();
  await job.saved(page);
  await job.open(page, id, 'array');
  await expect.poll(percent).toBeGreaterThan(1.5 * near);

  await loss.fill('9 %');
  await loss.press('Tab');
  await job.saved(page);
  await job.open(page, id, 'wire');
  const told = page.locator('[data-finding="wire.loss"]').first();
  await expect(told).toContainText('What is typed counts.');
  await told.getByRole('button', { name: 'Take what the wires lose' }).click();
  await expect(page.locator('[data-finding="wire.loss"]')).toHaveCount(0);
  await job.saved(page);
  expect((await job.stored(id)).arrays['a1']!.wiring).toBeNull();
});

test('what the wires bring to the uses follows their length, by keyboard alone', async ({ page }) => {
  const id = await job.create(job.like('Vale', 'Long lines'));
  await job.open(page, id, 'uses');
  const ac = job.field(page, '/supply/acEfficiency');
  // nothing is typed: what the wires come out at stands there in grey
  await expect(ac).toHaveValue('');
  await expect(ac).toHaveAttribute('placeholder', /^99/);
  const day = job.tally(page, 'load.heaviest');
  const before = await day.textContent();
  await ac.focus();
  await page.keyboard.type('90');
  await page.keyboard.press('Tab');
  await expect(day).not.toHaveText(before ?? '');
  await job.saved(page);
  expect((await job.stored(id)).supply.acEfficiency).toMatchObject({ value: 90 });

  // told on the sheet of the wires, and let go at a press
  await job.open(page, id, 'wire');
  const told = page.locator('[data-finding="wire.reach"]').first();
  await expect(told).toContainText('The wires bring another share than is typed');
  await told.getByRole('button', { name: 'Take what the wires bring' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-finding="wire.reach"]')).toHaveCount(0);
  await job.saved(page);
  expect((await job.stored(id)).supply.acEfficiency).toBeNull();

  // bends that nobody counted are two; nine ask for boxes to pull from, and a word is no number
  const routes = page.locator('[data-part="wire-routes"]');
  const bends = job.field(page, '/wiring/stretches/w1/bends');
  await bends.focus();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('many');
  await page.keyboard.press('Tab');
  await expect(routes.getByText(/number|Quarter bends/).first()).toBeVisible();
  await bends.focus();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('9');
  await page.keyboard.press('Tab');
  await expect(routes).toContainText('2 boxes to pull from between its ends, 9 quarter bends on its way');
  await page.keyboard.press('Control+z');
  await expect(routes).toContainText('Pulled in one go, 2 quarter bends on its way');
});

import { expect, test } from './helpers';
import * as job from './job';

test('eleven second-hand panels are measured, strung the best way, and fused', async ({ page }) => {
  const id = await job.create(job.like('Honey', 'Second-hand'));
  await job.open(page, id, 'strings');
  await expect(job.answer(page, 'strings')).toContainText('They hold each other back');
  await expect(page.getByText('Unlike panels hold each other back')).toBeVisible();

  // a meter says less of one more panel
  await page.getByRole('button', { name: 'More for The newer pair' }).click();
  await page.getByRole('menuitem', { name: 'Its sheet and its readings' }).click();
  await page.getByRole('button', { name: 'Add a reading' }).click();
  await page.getByRole('textbox', { name: 'Voc measured, 2' }).fill('36.4 V');
  await page.getByRole('textbox', { name: 'Isc measured, 2' }).fill('8.1 A');
  await expect(page.locator('tr[data-sort="The newer pair"]')).toContainText(/96\.\d/);

  await page.getByRole('button', { name: 'Find the strings that make most' }).click();
  await expect(page.getByText(/No other way makes more/)).toBeVisible();
  await page.getByRole('button', { name: 'String them so' }).click();
  await expect(page.locator('[data-finding="pile.mismatch"]')).toContainText('Note.');
  await expect(job.answer(page, 'strings')).toContainText(/go together/);
  await page.keyboard.press('Control+z');
  await expect(job.answer(page, 'strings')).toContainText('They hold each other back');
  await page.keyboard.press('Control+Shift+z');
  await expect(job.answer(page, 'strings')).toContainText(/go together/);

  // a fourth in the first string is one too many on the coldest morning
  const count = page.getByRole('textbox', { name: 'From the dairy in string 1' });
  await count.fill('4');
  await expect(page.getByText('Cold volts over the limit', { exact: false }).first()).toBeVisible();
  await count.fill('3');
  await expect(job.tally(page, 'strings.cold')).toContainText('138.5');

  await expect(page.getByRole('img', { name: /^Curves of input 1/ })).toBeVisible();
  await page.getByText('Try a shadow on its first string').click();
  await expect(page.getByText(/^The shadow takes \d+ %/)).toBeVisible();
  await job.saved(page);
  expect(Object.keys((await job.stored(id)).arrays.a1!.pile!.strings)).toHaveLength(4);
});

test('panels of a table are taken as its columns are said to be, by keyboard alone', async ({ page }) => {
  const id = await job.create(job.like('Honey', 'A table of panels'));
  await job.open(page, id, 'strings');
  await page.getByLabel('File of sheets').setInputFiles({
    name: 'shed.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      'Model;Qty;Pmax;Voc;Isc;Vmp;Imp;Tk Voc;NOCT Vmp\nOld shed;3;245;37,6;8,62;30,4;8,06;-124;27,9\nSwapped;1;410;31,4;13,95;37,2;13,06;-96;34,1\n',
    ),
  });
  const form = page.getByRole('group', { name: 'Columns of shed.csv' });
  await expect(form.getByRole('alert')).toContainText('Row 2 (Swapped): Vmp 37.2 V is not below Voc 31.4 V');
  await expect(form).toContainText('-124 %/K is no such coefficient');
  await form.getByRole('button', { name: 'Unit of Tk Voc: %/K' }).press('Enter');
  await page.keyboard.type('mV');
  await page.keyboard.press('Enter');
  await expect(form).not.toContainText('no such coefficient');
  await form.getByRole('button', { name: 'Take 1 sheet' }).press('Enter');
  await expect(page.getByRole('button', { name: 'Sheets to a file' })).toBeFocused();
  await expect(page.locator('tr[data-sort="Old shed"]')).toContainText(/37\.6.V/);
  await job.saved(page);
  const sorts = Object.values((await job.stored(id)).arrays.a1!.pile!.sorts);
  // −124 mV of 37.6 V
  expect(sorts.find(({ name }) => name === 'Old shed')).toMatchObject({
    count: { value: 3 },
    module: { betaVoc: { value: -0.3298 }, imp: { value: 8.06 } },
  });
});

test('alike panels become a pile and a sheet is pasted into it, by keyboard alone', async ({ page }) => {
  const id = await job.create(job.like('Tarn', 'Pile by keys'));
  await job.open(page, id, 'strings');
  const cold = (await job.tally(page, 'strings.cold').textContent()) ?? '';
  await page.getByRole('button', { name: 'The panels are not alike' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'The pile' })).toBeVisible();
  await expect(job.tally(page, 'strings.cold')).toHaveText(cold);

  await page.getByRole('button', { name: 'Paste a data sheet' }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('textbox', { name: /^The text of the sheet/ }).focus();
  await page.keyboard.insertText(
    'Pmpp 245 W\nUoc 37,6 V\nIsc 8,62 A\nUmpp 30,4 V\nImpp 8,06 A\nTk Uoc -0,33 %/K',
  );
  await expect(page.getByRole('cell', { name: 'Tk Uoc -0,33 %/K' })).toBeVisible();
  await page.getByRole('button', { name: 'Add them to the pile' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.locator('tr[data-sort="245 W, from its sheet"]')).toBeVisible();

  await page.getByRole('button', { name: 'Add a string' }).focus();
  await page.keyboard.press('Enter');
  const count = page.getByRole('textbox', { name: /^245 W, from its sheet in string 2/ });
  await count.focus();
  await page.keyboard.type('1');
  await expect(
    page.getByText(/A string reaches|Too few volts to charge when hot|hold each other back/).first(),
  ).toBeVisible();

  // a look may stand with a reason, which is kept
  const look = page.getByRole('button', { name: /^Accept/ }).first();
  await look.focus();
  await page.keyboard.press('Enter');
  await page.getByRole('textbox', { name: 'Why it may stand' }).focus();
  await page.keyboard.type('Only until spring');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^May stand since .*Only until spring/)).toBeVisible();
  await job.saved(page);
  const { acknowledged } = await job.stored(id);
  expect(Object.values(acknowledged)).toMatchObject([{ reason: 'Only until spring' }]);
});

test('inputs with limits of their own, parts between, and a larger controller', async ({ page }) => {
  const id = await job.create(job.like('Bookwagon', 'Narrow input'));
  await job.open(page, id, 'strings');
  await expect(job.answer(page, 'strings')).toContainText('stands');
  await page.getByRole('button', { name: 'Its inputs are not alike' }).click();
  const limit = job.field(page, '/controllers/c1/inputLimits/2/maxVolts');
  await limit.fill('fifty');
  await expect(page.getByText(/number is missing|not a number/).first()).toBeVisible();
  await limit.fill('60 V');
  await expect(job.answer(page, 'strings')).toContainText('Not this one');
  await limit.fill('');
  await expect(job.answer(page, 'strings')).toContainText('stands');

  await job.field(page, '/dc/cable').fill('80 V');
  await expect(page.getByText('Cold voltage above the rating of a part')).toBeVisible();
  await job.field(page, '/dc/cable').fill('1000 V');
  await expect(page.getByText('Cold voltage above the rating of a part')).toBeHidden();
  await job.field(page, '/dc/poles').fill('2');
  await expect(page.getByText('Too few poles to switch off all of it')).toBeVisible();

  await job.field(page, '/controllers/c1/chargeAmps').fill('15 A');
  await expect(page.getByRole('heading', { name: 'What the controller cannot use' })).toBeVisible();
  await job.saved(page);
});

test('on a phone a string is changed, and every change is seen against what was pinned', async ({
  browser,
}) => {
  const id = await job.create(job.like('Honey', 'On the roof'));
  const page = await browser.newPage({
    viewport: { width: 390, height: 844 },
    baseURL: process.env.E2E_ADDRESS,
  });
  await job.open(page, id, 'strings');
  await expect(job.tally(page, 'strings.cold')).toContainText('138.5');
  await page.getByRole('button', { name: /^Compare every change/ }).click();
  await page.getByRole('textbox', { name: 'From the dairy in string 1' }).fill('2');
  // one of 37.6 × (1 + 0.0033 × 69) V less in the longest string but one, which is now the longest
  await expect(job.tally(page, 'strings.cold')).toContainText('133.3');
  await expect(job.tally(page, 'strings.cold')).toContainText('−5.2');
  await expect(page.getByRole('heading', { name: 'Before and after' })).toBeVisible();
  const small = await page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('main input:not([type=range]):not([hidden]), main button')]
      .map((element) => ({
        text: element.outerHTML.slice(0, 80),
        box: (element.closest('label') ?? element).getBoundingClientRect(),
      }))
      .filter(({ box }) => box.width > 0 && box.height < 24)
      .map(({ text, box }) => `${Math.round(box.width)}×${Math.round(box.height)} ${text}`),
  );
  expect(small).toEqual([]);
  await page.getByRole('button', { name: /^Stop comparing/ }).click();
  await expect(page.getByRole('heading', { name: 'Before and after' })).toBeHidden();
  await page.close();
});

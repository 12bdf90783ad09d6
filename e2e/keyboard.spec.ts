import { expect, test } from './helpers';
import * as job from './job';

test('a job is described by keyboard alone', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New job' }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type('Keys only');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/uses$/);
  await job.shown(page);

  await page.locator('[data-cell="new.name"]').focus();
  await page.keyboard.type('Radio');
  await page.keyboard.press('Enter');
  await page.waitForFunction(() => document.activeElement?.getAttribute('data-path')?.endsWith('/watts'));
  await page.keyboard.type('15?');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Tab');
  await page.keyboard.type('24');
  await page.keyboard.press('Enter');
  await page.waitForFunction(() => document.activeElement?.getAttribute('data-cell')?.endsWith('.name'));
  await page.keyboard.type('Lamp');
  await page.keyboard.press('Tab');
  await page.keyboard.type('8 W');
  await page.keyboard.press('ArrowUp');
  await page.waitForFunction(() => (document.activeElement as HTMLInputElement).value.startsWith('15'));
  await page.keyboard.press('Alt+ArrowDown');
  await expect(page.locator('tbody tr').first()).toHaveAttribute('data-use', 'Lamp');
  await page.keyboard.press('Control+z');
  await expect(page.locator('tbody tr').first()).toHaveAttribute('data-use', 'Radio');

  // months by keys: the button opens twelve toggles
  await page.locator('tr[data-use="Lamp"] [data-cell$=".months"]').focus();
  await page.keyboard.press('Enter');
  await page.getByRole('dialog').getByRole('button', { name: 'January' }).focus();
  await page.keyboard.press('Space');
  await page.keyboard.press('Escape');
  await expect(page.locator('tr[data-use="Lamp"] [data-cell$=".months"]')).toHaveText('Feb–Dec');

  await page.locator('main').focus();
  await page.keyboard.press('2');
  await expect(page.getByRole('heading', { name: /What sun/ })).toBeVisible();
  await page.getByRole('combobox', { name: /Find it/ }).focus();
  await page.keyboard.type('52.1N 106.6W');
  await expect(page.getByRole('option')).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await job.shows(job.field(page, '/place/lat'), '52.10° N');
  await expect(job.answer(page, 'place')).toContainText('On record');

  await page.locator('main').focus();
  await page.keyboard.press('4');
  await page.getByRole('button', { name: /Panel/ }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Home');
  await page.keyboard.press('Enter');
  await job.shows(job.field(page, '/arrays/a1/module/pmax'), '100 W');

  // F6 goes to the margin and back
  await page.keyboard.press('F6');
  await expect(page.locator('#margin')).toBeFocused();
  await page.keyboard.press('F6');
  await expect(page.locator('#sheet')).toBeFocused();
  await job.saved(page);
});

test('the focus goes where the work goes on: after Start to the first use, and along to another sheet', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New job' }).press('Enter');
  await page.keyboard.type('Keel Shed');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Add a use' })).toBeFocused();
  await page.keyboard.type('Lamp');
  await page.keyboard.press('Enter');
  await expect(page.locator('tr[data-use="Lamp"]').getByLabel(/^Watts/)).toBeFocused();
  // what had the focus is not on the next sheet: the sheet itself takes it
  await page.getByRole('button', { name: 'More for Lamp' }).focus();
  await page.keyboard.press('4');
  await expect(page.locator('#sheet')).toBeFocused();
  await page.keyboard.press('Tab');
  await expect(page.locator('#sheet :focus')).toHaveCount(1);
});

test('rows are moved by the grip with keys alone', async ({ page }) => {
  const id = await job.create(job.like('Tarn', 'Grip'));
  await job.open(page, id, 'uses');
  const rows = page.locator('tr[data-use]');
  await expect(rows.first()).toHaveAttribute('data-use', 'Radio repeater');
  await page.getByRole('button', { name: 'Move Radio repeater' }).focus();
  await page.keyboard.press('ArrowDown');
  await expect(rows.nth(1)).toHaveAttribute('data-use', 'Radio repeater');
  await page.keyboard.press('ArrowUp');
  await expect(rows.first()).toHaveAttribute('data-use', 'Radio repeater');
});

test('a string is tried on the ruler by keys', async ({ page }) => {
  const id = await job.create(job.like('Vale', 'Ruler keys'));
  await job.open(page, id, 'strings');
  await page.getByRole('button', { name: /^3 in series: from/ }).focus();
  await page.keyboard.press('Enter');
  await expect(job.answer(page, 'strings')).toContainText('Every string stands');
  await job.saved(page);
  expect((await job.stored(id)).arrays.a1!.strings.series.value).toBe(3);
});

test('every stop on the way through a sheet shows where it is', async ({ page }) => {
  const id = await job.create(job.blank('Focus'));
  await job.open(page, id, 'bank');
  const unseen: string[] = [];
  for (let i = 0; i < 40; i++) {
    await page.keyboard.press('Tab');
    const seen = await page.evaluate(() => {
      const here = document.activeElement as HTMLElement | null;
      if (!here || here === document.body) return 'body';
      const { outlineStyle, outlineWidth } = getComputedStyle(here);
      const parent = here.closest('[data-focus-visible]');
      const shown =
        (outlineStyle !== 'none' && parseFloat(outlineWidth) >= 2) ||
        (parent && getComputedStyle(parent).outlineStyle !== 'none');
      return shown ? '' : here.outerHTML.slice(0, 120);
    });
    if (seen === 'body') break;
    if (seen) unseen.push(seen);
  }
  expect(unseen).toEqual([]);
});

test('digits go to sheets only where nothing else takes them, and can be turned off', async ({ page }) => {
  const id = await job.create(job.like('Vale', 'Digits'));
  await job.open(page, id, 'array');
  await expect(page).toHaveTitle('Array – Digits – Ivolt');
  // names of panels begin with digits: a digit looks for one in the open list
  await page
    .getByRole('button', { name: /^Panel/ })
    .first()
    .focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('listbox')).toBeVisible();
  await page.keyboard.press('4');
  await page.keyboard.press('5');
  await expect(page).toHaveURL(/\/array$/);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('listbox')).toHaveCount(0);
  // from a figure's slider too
  await page.getByRole('slider').first().focus();
  await page.keyboard.press('1');
  await expect(page).toHaveURL(/\/array$/);
  const keys = page.getByRole('button', { name: /Keys 0–8 go to the sheets/ });
  await keys.click();
  await expect(keys).toHaveText(/: off$/);
  await page.locator('main').focus();
  await page.keyboard.press('3');
  await expect(page).toHaveURL(/\/array$/);
  await page.reload();
  await page.locator('main').focus();
  await page.keyboard.press('3');
  await expect(page).toHaveURL(/\/array$/);
  await keys.click();
  await page.locator('main').focus();
  await page.keyboard.press('3');
  await expect(page).toHaveURL(/\/bank$/);
  await expect(page).toHaveTitle('Bank – Digits – Ivolt');
  // what needs a look elsewhere is one press away, within the job
  await page.getByRole('complementary', { name: 'Margin' }).getByRole('link', { name: 'Strings' }).click();
  await expect(page).toHaveURL(new RegExp(`/jobs/${id}/strings$`));
});

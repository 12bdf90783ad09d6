import { readFileSync } from 'node:fs';
import { expect, test } from './helpers';
import * as job from './job';

test('what is joined to what is drawn, sought, followed to its sheet, saved and printed', async ({
  page,
}) => {
  const id = await job.create(job.like('Vale', 'One line'));
  await job.open(page, id, 'one-line');
  await expect(job.answer(page, 'one-line')).toContainText('over the limit of its input');
  const drawing = page.getByRole('group', { name: /^One-line drawing/ });
  await expect(drawing.getByText('Combiner')).toBeVisible();
  await expect(drawing.getByRole('link', { name: /^Bank/ })).toBeVisible();

  await page.getByLabel('Find a part').fill('barn');
  await expect(page.getByText(/^\d found\.$/)).toBeVisible();
  await page.getByLabel('Find a part').fill('xyzzy');
  await expect(page.getByText('Nothing of that name.')).toBeVisible();
  await page.getByLabel('Find a part').fill('');

  const wide = async () => (await drawing.boundingBox())!.width;
  const before = await wide();
  await page.getByRole('button', { name: 'Closer' }).click();
  expect(await wide()).toBeGreaterThan(before * 1.2);
  await page.getByRole('button', { name: 'All of it' }).click();
  const frame = page.getByRole('region', { name: 'One-line drawing' });
  expect(await wide()).toBeLessThanOrEqual((await frame.boundingBox())!.width + 1);

  const download = async (name: string) => {
    const saved = page.waitForEvent('download');
    await page.getByRole('button', { name, exact: true }).click();
    return readFileSync(await (await saved).path(), 'utf8');
  };
  expect(await download('Save as SVG')).toMatch(/^<svg .*One line: One-line drawing/);
  expect(await download('Save as DXF')).toMatch(/SECTION[\s\S]*LWPOLYLINE[\s\S]*EOF/);
  // on its side, on the paper that was chosen
  await page
    .getByRole('button', { name: /^Paper/ })
    .last()
    .click();
  await page.getByRole('option', { name: 'A3' }).click();
  const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1');
  expect(pdf).toMatch(/MediaBox\s*\[0 0 119\d(\.\d+)? 84\d/);

  // on paper every rating stands below the drawing, beside the title block
  await page.emulateMedia({ media: 'print' });
  const foot = page.locator('[data-foot]');
  await expect(foot.locator('address')).toContainText('One line');
  await expect(foot.locator('dt').filter({ hasText: 'Bank to busbar' }).first()).toBeVisible();
  await expect(foot).toContainText('% over');
  await expect(page.getByRole('table', { name: 'Ratings and loads' })).toBeHidden();
  await page.emulateMedia({ media: 'screen' });

  // a part leads to its sheet, a run to its row
  await drawing.getByRole('link', { name: /^Bank/ }).click();
  await expect(page).toHaveURL(/\/bank$/);
  await page.goBack();
  await page
    .getByRole('group', { name: /^One-line drawing/ })
    .locator('a[href$="#run=bank"]')
    .focus();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/wire#run=bank$/);
  await expect(page.locator('[data-part="wire-run"]').getByRole('heading', { level: 2 })).toContainText(
    'Bank to busbar, in full',
  );
});

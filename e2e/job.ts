/* What a person does and sees on a job, for every browser test. */
import { blankDesign, examples, type Design } from '@ivolt/core';
import type { Locator, Page } from '@playwright/test';
import { address, expect } from './helpers';

export async function create(design: Design): Promise<string> {
  const response = await fetch(`${address()}/api/jobs`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ design, label: 'Test' }),
  });
  return ((await response.json()) as { id: string }).id;
}

export async function stored(id: string): Promise<Design> {
  return ((await (await fetch(`${address()}/api/jobs/${id}`)).json()) as { design: Design }).design;
}

export const like = (start: string, name: string): Design => ({
  ...examples().find(({ design }) => design.name.startsWith(start))!.design,
  name,
});

export const blank = (name: string): Design =>
  blankDesign({ name, kind: 'cabin', units: 'metric', busVolts: 24 });

/** Opens a sheet of a job and waits until it is reckoned. */
export async function open(page: Page, id: string, sheet = ''): Promise<void> {
  await page.goto(`/jobs/${id}${sheet ? `/${sheet}` : ''}`);
  await expect(page.getByRole('group', { name: 'Tally' }).getByRole('button').first()).toBeVisible();
}

/** A page whose first verdict, remedies and pictures are there; the list of jobs, or the book bound. */
export async function shown(page: Page): Promise<void> {
  const { pathname } = new URL(page.url());
  if (pathname.endsWith('/book')) await expect(page.getByRole('button', { name: 'Print' })).toBeEnabled();
  else if (pathname.startsWith('/jobs/')) await expect(page.locator('[aria-busy="false"]')).toHaveCount(1);
  await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
}

export const field = (page: Page, path: string) => page.locator(`[data-path="${path}"]`);
export const answer = (page: Page, sheet: string) => page.locator(`[data-answer="${sheet}"]`);
export const tally = (page: Page, figure: string) => page.locator(`[data-figure="${figure}"]`);
export const saved = (page: Page) => expect(page.locator('[data-saving="saved"]')).toBeVisible();

/** The value of a field in sight, its no-break spaces written as plain ones. */
export async function shows(field: Locator, value: string): Promise<void> {
  await expect(field).toBeVisible();
  await expect.poll(async () => (await field.inputValue()).replace(/\u00a0/g, ' ')).toBe(value);
}

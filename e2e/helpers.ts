import { expect, test as base } from '@playwright/test';

export const address = () => process.env.E2E_ADDRESS ?? '';

/** Every page is watched: an error in the console or a broken rule of the content policy fails the test. */
export const test = base.extend<{ quiet: { allow: RegExp[] } }>({
  baseURL: async ({}, use) => use(address()),
  quiet: [
    async ({ page }, use) => {
      const said: string[] = [];
      const allow: RegExp[] = [];
      page.on('console', (message) => message.type() === 'error' && said.push(message.text()));
      page.on('pageerror', (error) => said.push(error.message));
      await use({ allow });
      expect(said.filter((text) => !allow.some((pattern) => pattern.test(text)))).toEqual([]);
    },
    { auto: true },
  ],
});
export { expect };

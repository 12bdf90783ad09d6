/* What WCAG 2.2 AA asks for and a rule checker does not see. */
import type { Page } from '@playwright/test';
import { expect, test } from './helpers';
import * as job from './job';

const SHEETS = ['', 'uses', 'place', 'bank', 'array', 'strings', 'power', 'wire', 'one-line'];

/** Every page of a job with all kinds of parts, and others asked for, one after the other. */
async function everySheet(
  page: Page,
  like: string,
  look: (path: string) => Promise<void>,
  more: string[] = [],
): Promise<void> {
  const id = await job.create(job.like(like, `Reach ${like}`));
  for (const path of ['/', ...SHEETS.map((sheet) => `/jobs/${id}/${sheet}`), ...more]) {
    await page.goto(path);
    await job.shown(page);
    await look(path.replace(id, '…'));
  }
}

/** Waits until the page is as wide as its frame, after what is drawn by its width has been drawn anew. */
async function fits(page: Page, path: string, width: number): Promise<void> {
  await page.evaluate(
    () => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))),
  );
  const across = () =>
    page.evaluate(() => [document.documentElement.scrollWidth, document.documentElement.clientWidth]);
  await expect.poll(async () => [path, ...(await across())]).toEqual([path, width, width]);
}

test('nothing runs off the side on phones and at 200 % zoom (1.4.10)', async ({ browser }) => {
  const page = await browser.newPage({
    viewport: { width: 390, height: 800 },
    baseURL: process.env.E2E_ADDRESS,
  });
  const pile = await job.create(job.like('Honey', 'Reach, a pile'));
  const narrow = async (path: string) => {
    for (const width of [390, 640, 320]) {
      await page.setViewportSize({ width, height: 800 });
      await fits(page, path, width);
    }
    await page.setViewportSize({ width: 390, height: 800 });
  };
  await everySheet(page, 'Vale', narrow, [`/jobs/${pile}/strings`]);
  await page.close();
});

test('with lines, letters and words set wide nothing is cut and nothing runs off the side (1.4.12)', async ({
  page,
}) => {
  const cut: string[] = [];
  await everySheet(page, 'Vale', async (path) => {
    /** Fields whose text is longer than they are. */
    const long = () =>
      page.evaluate(() =>
        [...document.querySelectorAll<HTMLInputElement>('input:not([type="hidden"])')]
          .filter((input) => input.offsetParent !== null && input.scrollWidth > input.clientWidth + 1)
          .map((input) => `${input.getAttribute('aria-label') ?? input.dataset.path ?? ''}: ${input.value}`),
      );
    const before = new Set(await long());
    await page.evaluate(() => {
      // a sheet of the page's own making: the content policy lets no other in
      const wide = new CSSStyleSheet();
      wide.replaceSync(
        '* { line-height: 1.5 !important; letter-spacing: 0.12em !important; word-spacing: 0.16em !important } p { margin-bottom: 2em !important }',
      );
      document.adoptedStyleSheets = [wide];
    });
    cut.push(...(await long()).filter((one) => !before.has(one)).map((one) => `${path} ${one}`));
    cut.push(
      ...(
        await page.evaluate(() =>
          [...document.querySelectorAll<HTMLElement>('main button, main a, nav a, main p, main h2')]
            .filter((element) => {
              const { overflowX, overflowY } = getComputedStyle(element);
              return (
                element.offsetParent !== null &&
                // what is only said aloud is as small as can be
                element.clientWidth > 1 &&
                ((overflowX !== 'visible' && element.scrollWidth > element.clientWidth + 1) ||
                  (overflowY !== 'visible' && element.scrollHeight > element.clientHeight + 1))
              );
            })
            .map((element) => element.outerHTML.slice(0, 120)),
        )
      ).map((one) => `${path} ${one}`),
    );
    await fits(page, path, 1280);
  });
  expect(cut).toEqual([]);
});

test('whoever chose colours of their own sees strokes, the focus and what is chosen (1.4.1, 2.4.7)', async ({
  page,
}) => {
  const id = await job.create(job.like('Vale', 'Forced'));
  await page.emulateMedia({ forcedColors: 'active', colorScheme: 'dark' });
  await job.open(page, id, 'strings');
  await job.shown(page);
  /** What a stroke of the ruler and the ground under it come to. */
  const inks = await page.evaluate(() => {
    const resolved = (name: string) => {
      const probe = document.body.appendChild(document.createElement('i'));
      probe.style.color = name;
      const { color } = getComputedStyle(probe);
      probe.remove();
      return color;
    };
    const style = getComputedStyle(document.documentElement);
    return {
      ink: style.getPropertyValue('--ink').trim(),
      stroke: getComputedStyle(document.querySelector('[data-series] path[d*="H"]')!).stroke,
      text: resolved('CanvasText'),
      ground: resolved('Canvas'),
    };
  });
  expect(inks.ink).toBe('CanvasText');
  expect(inks.stroke).toBe(inks.text);
  expect(inks.stroke).not.toBe(inks.ground);
  await page.keyboard.press('Tab');
  const outline = await page.evaluate(() => {
    const { outlineStyle, outlineWidth } = getComputedStyle(document.activeElement!);
    return [outlineStyle, parseFloat(outlineWidth)] as const;
  });
  expect(outline[0]).not.toBe('none');
  expect(outline[1]).toBeGreaterThanOrEqual(2);
  // the way that is chosen is told by weight, not by a ground of its own alone
  const weights = await page.evaluate(() =>
    ['true', 'false'].map(
      (chosen) =>
        getComputedStyle(
          document.querySelector(`[aria-label="Ways to wire them"] tr[data-chosen="${chosen}"] td`)!,
        ).fontWeight,
    ),
  );
  expect(Number(weights[0])).toBeGreaterThan(Number(weights[1]));
});

test('every target is 24 px each way, or stands apart from others (2.5.8)', async ({ page }) => {
  const small: string[] = [];
  await everySheet(page, 'Honey', async (path) => {
    small.push(
      ...(
        await page.evaluate(() => {
          const targets = [
            ...document.querySelectorAll<HTMLElement>(
              'a[href], button, input, select, [role="button"], [role="slider"], label',
            ),
          ]
            // what stands in a sentence, or is only said aloud, is left out
            .filter(
              (element) =>
                element.offsetParent !== null && !element.closest('p, li > small, [aria-hidden="true"]'),
            )
            .map((element) => {
              const box = (element.closest('label') ?? element).getBoundingClientRect();
              return { element, box, small: box.width < 23.5 || box.height < 23.5 };
            })
            .filter(({ box }) => box.width > 2 && box.height > 2);
          // a circle of 24 px about a small one's middle may touch no other target
          return targets
            .filter(({ small }) => small)
            .filter(({ element, box }) => {
              const [cx, cy] = [box.x + box.width / 2, box.y + box.height / 2];
              return targets.some(({ element: other, box: there }) => {
                if (other === element || other.contains(element) || element.contains(other)) return false;
                const dx = Math.max(there.left - cx, 0, cx - there.right);
                const dy = Math.max(there.top - cy, 0, cy - there.bottom);
                return Math.hypot(dx, dy) < 12;
              });
            })
            .map(
              ({ element, box }) =>
                `${Math.round(box.width)}×${Math.round(box.height)} ${element.outerHTML.slice(0, 120)}`,
            );
        })
      ).map((one) => `${path} ${one}`),
    );
  });
  expect(small).toEqual([]);
});

test('each picture says what it shows (1.1.1)', async ({ page }) => {
  const id = await job.create(job.like('Vale', 'Told'));
  await job.open(page, id, 'array');
  await job.shown(page);
  const field = page.getByRole('img', { name: /^Best: \d+° facing \d+°/ });
  await expect(field).toHaveAccessibleName(
    /The most that each direction gets of it.*S \d+ % at \d+°.*chosen plane/,
  );
  await expect(page.getByRole('img', { name: /^Horizon by direction: N \d+°/ })).toHaveAccessibleName(
    /In the way: .*The sun is hidden in/,
  );
  await expect(page.getByRole('img', { name: /watts at most/ })).toHaveAccessibleName(
    /more than is used from \d+:\d\d to/,
  );
  await job.open(page, id, 'place');
  await job.shown(page);
  await expect(page.getByRole('img', { name: /^Sun on the flat/ })).toHaveAccessibleName(
    /January \d.*December \d/,
  );
  await expect(page.getByRole('img', { name: /° [NS] \d+\.\d+° [EW]/ })).toHaveCount(1);
});

import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { reckonerIn, type Reckoner } from './reckoner';

/** A thread that answers with what it was asked, waits for ever, throws, or dies. */
const WORKER = `export default ({ about }) => {
  if (about === 'for ever') for (;;);
  if (about === 'throw') throw new Error('thrown');
  if (about === 'die') process.exit(1);
  return [about];
};`;

let reckoner: Reckoner;
beforeAll(() => {
  const file = join(mkdtempSync(join(tmpdir(), 'reckoner-')), 'worker.mjs');
  writeFileSync(file, WORKER);
  // long enough for a thread to start on a busy machine
  reckoner = reckonerIn(file, 6000);
});
afterAll(() => reckoner.close());

it('answers, and goes on answering after a task that never ends, throws or takes its thread along', async () => {
  await expect(reckoner.run('problems', 'one')).resolves.toEqual(['one']);
  await expect(reckoner.run('problems', 'for ever')).rejects.toMatchObject({ status: 422, code: 'TOO_LONG' });
  await expect(reckoner.run('problems', 'two')).resolves.toEqual(['two']);
  await expect(reckoner.run('problems', 'throw')).rejects.toThrow('thrown');
  await expect(reckoner.run('problems', 'die')).rejects.toThrow();
  await expect(reckoner.run('problems', 'three')).resolves.toEqual(['three']);
});

it('says so where too much waits', async () => {
  const waiting = Array.from({ length: 600 }, () =>
    reckoner.run('problems', 'x').catch((error: unknown) => error),
  );
  const answers = await Promise.all(waiting);
  expect(answers.filter((answer) => (answer as { status?: number }).status === 429).length).toBeGreaterThan(
    0,
  );
  expect(answers.some((answer) => Array.isArray(answer))).toBe(true);
});

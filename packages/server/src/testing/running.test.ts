import { mkdtempSync, readdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { holdStart, lives, noteRunning, noteStopped, runningApp } from '../../../../scripts/running.mjs';

const fresh = () => mkdtempSync(join(tmpdir(), 'ivolt-state-'));
const NOBODY = 2 ** 22 + 1;

describe('what runs of a checkout', () => {
  it.each([
    ['empty', ''],
    ['cut off', '{"address":"http://127.0.0.1:4'],
    ['no object', '7'],
    ['of a process that is gone', `{"address":"http://127.0.0.1:4000","pid":${NOBODY}}`],
    ['without an address', `{"pid":${process.pid}}`],
  ])('is nothing where the note is %s', (_, text) => {
    const directory = fresh();
    writeFileSync(join(directory, 'running.json'), text);
    expect(runningApp(directory)).toBeNull();
  });
  it('is found again, and let go by the one that noted it', () => {
    const directory = fresh();
    expect(runningApp(directory)).toBeNull();
    noteRunning(directory, { address: 'http://127.0.0.1:4000', pid: process.pid });
    expect(runningApp(directory)).toMatchObject({ address: 'http://127.0.0.1:4000' });
    noteStopped(directory);
    expect(runningApp(directory)).toBeNull();
    noteRunning(directory, { address: 'http://127.0.0.1:4000', pid: process.ppid });
    noteStopped(directory);
    expect(runningApp(directory)).not.toBeNull();
  });
  it('knows who lives', () => {
    expect(lives(process.pid)).toBe(true);
    // somebody else's, as root's first process is
    expect(lives(1)).toBe(true);
    for (const pid of [NOBODY, 0, -1, NaN, undefined, 'x']) expect(lives(pid)).toBe(false);
  });
});

describe('a start', () => {
  it('is held by one at a time', () => {
    const directory = fresh();
    const first = holdStart(directory);
    expect(first.heldBy).toBeNull();
    expect(holdStart(directory)).toEqual({ letGo: null, heldBy: process.pid });
    first.letGo!();
    const second = holdStart(directory);
    expect(second.letGo).not.toBeNull();
    second.letGo!();
    expect(readdirSync(directory)).toEqual([]);
  });
  it.each([
    ['killed', `{"pid":${NOBODY}}`],
    ['cut off as it wrote', '{"pi'],
    ['cut off before it wrote', ''],
  ])('does not wait for one that was %s', (_, text) => {
    const directory = fresh();
    writeFileSync(join(directory, 'starting'), text);
    const held = holdStart(directory);
    expect(held.letGo).not.toBeNull();
    held.letGo!();
  });
});

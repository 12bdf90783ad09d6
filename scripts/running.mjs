/** What runs of this checkout: one start at a time, and the app that answers, found again by the next start. */
import { existsSync, openSync, closeSync, readFileSync, rmSync, writeFileSync, writeSync } from 'node:fs';
import { join } from 'node:path';

/** Whether a process of this number lives. */
export function lives(pid) {
  if (!Number.isInteger(pid) || pid <= 0) return false;
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    // it lives, and is somebody else's
    return error.code === 'EPERM';
  }
}

/** A file's JSON; null where it is not there, empty or cut off. */
export function readState(file) {
  try {
    const state = JSON.parse(readFileSync(file, 'utf8'));
    return typeof state === 'object' && state !== null ? state : null;
  } catch {
    return null;
  }
}

/**
 * Holds the one start that a directory allows, until it is let go or the process ends.
 * @returns what lets go; or, where another holds it, its process number
 */
export function holdStart(directory) {
  const file = join(directory, 'starting');
  for (let attempt = 0; attempt < 5; attempt++) {
    try {
      const handle = openSync(file, 'wx');
      writeSync(handle, JSON.stringify({ pid: process.pid }));
      closeSync(handle);
      const letGo = () => rmSync(file, { force: true });
      process.once('exit', letGo);
      return { letGo, heldBy: null };
    } catch (error) {
      if (error.code !== 'EEXIST') throw error;
      const holder = readState(file)?.pid;
      if (lives(holder)) return { letGo: null, heldBy: holder };
      // left behind by one that was killed
      rmSync(file, { force: true });
    }
  }
  return { letGo: null, heldBy: 0 };
}

/** What the app said when it began, where a process of that number still lives. */
export function runningApp(directory) {
  const state = readState(join(directory, 'running.json'));
  return state && typeof state.address === 'string' && lives(state.pid) ? state : null;
}

export const noteRunning = (directory, state) =>
  writeFileSync(join(directory, 'running.json'), JSON.stringify(state));

export function noteStopped(directory) {
  const file = join(directory, 'running.json');
  if (existsSync(file) && readState(file)?.pid === process.pid) rmSync(file, { force: true });
}

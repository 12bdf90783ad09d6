import { loadGrid } from '../climate/loadGrid';
import { DATA_DIRECTORY } from '../paths';
import { tasksWith, type Asked } from './tasks';

const tasks = tasksWith(await loadGrid(DATA_DIRECTORY));

/** One task of a pool's thread. */
export default function work({ name, about }: Asked): unknown {
  return (tasks[name] as (about: unknown) => unknown)(about);
}

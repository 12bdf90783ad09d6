import type { Entry } from './entry';

/** How an array is strung to a controller. */
export interface StringsPlan {
  /** Id of the controller. */
  controller: string;
  series: Entry;
  parallel: Entry;
  inputs: Entry;
  /** First of the controller's inputs it is on; null takes the next that is free. */
  first: number | null;
}

/**
 * The floors of the house, from the ground up. A room imports only from rooms on floors below its own, types included,
 * and only by their faces. Read by the lint of imports and by the test of docs/architecture.md.
 */
export const CORE = [
  ['memo', 'units', 'sun', 'curve'],
  ['document'],
  ['module', 'climate'],
  ['sky'],
  ['loads', 'bank', 'mix', 'weather'],
  ['strings'],
  ['array', 'power'],
  ['wiring'],
  ['job'],
  ['calculate'],
  ['figures'],
  ['findings'],
  ['proposals'],
  ['remedies'],
  ['evaluate', 'pictures'],
];
export const WEB = [
  ['api', 'workers'],
  ['ui'],
  ['charts'],
  ['job'],
  ['sheets/common'],
  ['sheets/[^/]+', 'jobs'],
  ['app'],
];

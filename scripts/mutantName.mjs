import { relative } from 'node:path';
import { ROOT } from './system.mjs';

/** The path of a file from the root, also of its copy that is being changed. */
export const inRoot = (fileName) => relative(ROOT, fileName).replace(/^.*\.ivolt\/mutate\/[^/]+\//, '');

/** What a change is known by in every process of a mutation run: its place and what is put there. */
export const nameOf = ({ fileName, location: { start, end }, replacement }) =>
  [inRoot(fileName), start.line, start.column, end.line, end.column, replacement].join();

/** Texts, patterns of texts, and what leaves nothing to run. */
export const NOT_CHANGED = ['StringLiteral', 'Regex', 'BlockStatement', 'ObjectLiteral'];

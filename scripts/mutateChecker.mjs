/** Lets the mutation runner try only the changes whose names stand in a file: those that were drawn and compile. */
import { PluginKind, declareValuePlugin } from '@stryker-mutator/api/plugin';
import { CheckStatus } from '@stryker-mutator/api/check';
import { readFileSync } from 'node:fs';
import { nameOf } from './mutantName.mjs';

const drawn = new Set(JSON.parse(readFileSync(process.env.IVOLT_DRAWN, 'utf8')).map(nameOf));

export const strykerPlugins = [
  declareValuePlugin(PluginKind.Checker, 'drawn', {
    init: async () => undefined,
    group: async (mutants) => [mutants.map(({ id }) => id)],
    check: async (mutants) =>
      Object.fromEntries(
        mutants.map((mutant) => [
          mutant.id,
          drawn.has(nameOf(mutant))
            ? { status: CheckStatus.Passed }
            : { status: CheckStatus.CompileError, reason: 'not drawn' },
        ]),
      ),
  }),
];

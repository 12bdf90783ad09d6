import type { School } from '../document';
import { fuseFactor, stringFuseA } from '../strings';
import type { ArrayRule } from './everyArray';
import type { FindingParts } from './finding';

/** Where the least fuse of a string stands, by school. */
export const FUSE_RULES: Readonly<Record<School, string>> = {
  'north-american': '1.56 × Isc, NEC 690.9',
  iec: '1.5 × Isc, IEC 62548, from memory',
  marine: '1.5 × Isc, IEC 62548, from memory',
};

/** Strings that cannot harm each other still want joining: branch connectors for two, a combiner from three. */
function joined(parallel: number, fuseA: number | null, back: string, bears: string): FindingParts {
  const safe = `The others can feed ${back} into a failed string, not more than the ${bears} its maker allows`;
  return {
    id: 'strings.joined',
    severity: 'note',
    sheet: 'strings',
    title: parallel === 2 ? 'Two strings, a pair of branch connectors' : 'Strings joined in a combiner',
    sentence:
      parallel === 2
        ? `${safe}: branch connectors rated for both strings’ amps join them to one circuit, and no fuse is needed for the panels’ sake.`
        : `${safe}. From three on a combiner is practice all the same, with a ${fuseA ?? 'suitable'} A fuse a string (common practice): one string can then be taken out alone.`,
  };
}

export const fuses: ArrayRule = ({ strings, module, paths, pile }, pen, { design: { school } }) => {
  if (!strings || pile || strings.chosen.parallel < 2) return null;
  const { chosen, backFedA, panel } = strings;
  const fuseA = stringFuseA(panel.iscA, school);
  const maxFuse = module.maxFuseA;
  if (maxFuse === null) {
    return chosen.parallel < 3
      ? null
      : {
          id: 'strings.fuses',
          severity: 'look',
          sheet: 'strings',
          title: 'Strings need fuses',
          sentence: `${chosen.parallel} strings in parallel can feed ${pen(backFedA, 'current')} into a failed one. The sheet gives no largest fuse: read it off the panel’s back.`,
          value: backFedA,
          focus: `${paths.array}/module/maxFuse`,
        };
  }
  if (backFedA <= maxFuse)
    return joined(chosen.parallel, fuseA, pen(backFedA, 'current'), pen(maxFuse, 'current'));
  const fits = fuseA !== null && fuseA <= maxFuse;
  return {
    id: 'strings.fuses',
    severity: fits ? 'note' : 'stop',
    sheet: 'strings',
    title: fits ? 'A fuse in every string' : 'No fuse protects the panels',
    sentence: fits
      ? `${chosen.parallel} strings in parallel can feed ${pen(backFedA, 'current')} into a failed one, more than the ${pen(maxFuse, 'current')} its maker allows: a combiner with a ${fuseA} A fuse a string (${FUSE_RULES[school]}).`
      : `${chosen.parallel} strings can feed ${pen(backFedA, 'current')} back; a fuse must be at least ${pen(panel.iscA * fuseFactor(school), 'current')} (${FUSE_RULES[school]}), and the next size, ${fuseA ?? 'over 60'} A, is more than the ${pen(maxFuse, 'current')} the panel allows. Fewer strings in parallel, or each on an input of its own.`,
    value: backFedA,
    limit: maxFuse,
  };
};

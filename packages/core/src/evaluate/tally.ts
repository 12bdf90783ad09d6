import { coldMargin, hotMargin, tightest, type ArrayFacts } from '../calculate';
import type { Sheet } from '../document';
import { ofArray, type Figure } from '../figures';
import type { Finding } from '../findings';
import type { TallyEntry } from './evaluation';

const HOT = /^strings\.hot/;

/** The few figures that decide the design, of several arrays the tightest; each carries its gravest mark. */
export function tallyOf(
  arrays: readonly ArrayFacts[],
  figures: Record<string, Figure>,
  findings: readonly Finding[],
): TallyEntry[] {
  const cold = tightest(arrays, coldMargin);
  const hot = tightest(arrays, hotMargin);
  const rows: readonly (readonly [figureId: string, sheet: Sheet, about: RegExp])[] = [
    ['array.ratio', 'array', /^array\.short|^place\.polarNight/],
    ['bank.days', 'bank', /^bank\.days/],
    [ofArray('strings.cold', arrays, cold?.id), 'strings', /^strings\.cold/],
    // one or the other, for want of room; hot volts that ask for a look come first
    figures['power.hours'] && !findings.some(({ id, severity }) => HOT.test(id) && severity !== 'note')
      ? ['power.hours', 'power', /^power\.dark|^source\./]
      : [ofArray('strings.hot', arrays, hot?.id), 'strings', HOT],
    ['wire.drop', 'wire', /^wire\./],
    ['load.heaviest', 'uses', /^uses\.none/],
  ];
  return rows
    .filter(([figureId]) => figures[figureId])
    .map(([figureId, sheet, about]) => {
      const severity = findings.find(
        (finding) => about.test(finding.id) && finding.severity !== 'note' && finding.acknowledged === null,
      )?.severity;
      return { figureId, sheet, mark: severity === 'stop' || severity === 'look' ? severity : null };
    });
}

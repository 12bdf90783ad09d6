import { QUANTITIES, type Quantity } from './quantities';
import { readNumber } from './readNumber';

/** A text made plain, or what to ask back in its place. */
export type Plain = { ok: true; text: string; guessed: boolean } | { ok: false; message: string };

const FRACTIONS: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};

/** Signs that look alike are one: quotes for feet, inches and minutes, degree signs, fractions, fullwidth figures. */
export const plainSigns = (text: string): string =>
  text
    .replace(/[\uff01-\uff5e]/g, (sign) => sign.normalize('NFKC'))
    .replace(/[’‘′´`]/g, "'")
    .replace(/[”“″]|''/g, '"')
    .replace(/℃/g, '°C')
    .replace(/℉/g, '°F')
    .replace(/[º˚]/g, '°')
    .replace(/[⁄∕÷]/g, '/')
    .replace(
      /(\d?)\s*([½¼¾⅓⅔⅛⅜⅝⅞])/g,
      (_, whole: string, sign: string) => `${whole === '' ? '' : `${whole} `}${FRACTIONS[sign] ?? ''}`,
    );

/** Parts that people measure in: halves to sixty-fourths, and thirds. */
const PARTS = new Set([2, 3, 4, 8, 16, 32, 64]);
const FRACTION = /(^|[^\d.,/*×)(])(?:(\d+)[\s-]+)?(\d{1,2})\/(\d{1,2})(?=\s*(?:["']|[a-z°]))/gi;

/** `6 1/2"` and `1/2 hp` are figures with a fraction, not divisions. */
const withoutFractions = (text: string): string =>
  text.replace(FRACTION, (all, before: string, whole: string | undefined, top: string, under: string) => {
    const [n, of] = [Number(top), Number(under)];
    return n < of && PARTS.has(of) ? `${before}${Number(whole ?? 0) + n / of}` : all;
  });

const FIGURE = String.raw`[-−+]?\s?\d[\d.,]*`;
const RANGE = new RegExp(
  String.raw`^(${FIGURE})\s*[a-z°%"']*\s*(-|–|—|\.\.+|…|\bto\b|\bbis\b)\s*(${FIGURE})\s*[a-z°%"'/²0-9]*$`,
  'i',
);

/** `20-25`, `68 to 72 °F`: two ends of a range, not a difference. */
function rangeAsked(text: string): string | null {
  const match = RANGE.exec(text);
  if (!match) return null;
  const [from, to] = [match[1], match[3]].map((part) => readNumber((part ?? '').replace(/\s/g, '')));
  if (!from?.ok || !to?.ok) return null;
  // what falls is a difference, as in 1200-200 W
  if (match[2] === '-' && to.value <= from.value) return null;
  return `${text} is a range. Type the end that counts, or the middle, ${Number(((from.value + to.value) / 2).toPrecision(6))}`;
}

const TIMES: Readonly<Record<string, number>> = { once: 1, twice: 2, thrice: 3 };
const A_DAY = String.raw`(?:(?:a|per|each|every)\s+|\/\s*)(?:day|d|night)`;
const OFTEN = new RegExp(
  String.raw`[\s,]+(?:(once|twice|thrice)|(\d+)\s*(?:x|×|times))\s*(?:${A_DAY}|daily)$`,
  'i',
);

/** Hours as a clock or a timetable has them: `1:30`, `1h30`, `24/7`, `20 min twice a day`. */
function hoursOf(text: string): Plain {
  const said = (plain: string): Plain => ({ ok: true, text: plain, guessed: false });
  if (/^24\s*\/\s*7$/.test(text)) return said('24');
  const clock = /^(\d{1,2}):([0-5]\d)(?::[0-5]\d)?\s*h?$/.exec(text);
  if (clock) return said(`${clock[1]} h + ${clock[2]} min`);
  const joined = /^(\d{1,2})\s*(?:h|hr|hrs|hours?)\s*(\d{1,2})\s*(?:m|min|mins|minutes?)?$/i.exec(text);
  if (joined) return said(`${joined[1]} h + ${joined[2]} min`);
  const often = OFTEN.exec(text);
  if (often) {
    const times = TIMES[(often[1] ?? '').toLowerCase()] ?? Number(often[2] ?? 1);
    return said(`(${text.slice(0, often.index)})*${times}`);
  }
  const week = /^(.*\d.*?)\s*(?:\/|per|a)\s*(week|wk|month)$/i.exec(text);
  if (week)
    return {
      ok: false,
      message: `${text}: type the hours of a day it runs, and its days or months beside it`,
    };
  return said(text.replace(new RegExp(String.raw`\s*(?:${A_DAY}|daily)$`, 'i'), ''));
}

const POINTS = [
  'n',
  'nne',
  'ne',
  'ene',
  'e',
  'ese',
  'se',
  'sse',
  's',
  'ssw',
  'sw',
  'wsw',
  'w',
  'wnw',
  'nw',
  'nnw',
];
const LETTERS: Readonly<Record<string, string>> = { north: 'n', east: 'e', south: 's', west: 'w' };

/** Degrees of a direction in words, as SE, south-east or due south; null where it is none. */
function directionOf(text: string): string | null {
  const letters = text
    .toLowerCase()
    .replace(/^due\s+/, '')
    .replace(/(north|east|south|west)(ern)?/g, (_, word: string) => LETTERS[word] ?? '')
    .replace(/[\s-]/g, '');
  const at = POINTS.indexOf(letters);
  return at < 0 ? null : String(at * 22.5);
}

/** Energy and heat in the place of watts, with what to do about it. */
function wattsAsked(text: string): string | null {
  if (/btu/i.test(text))
    return `${text} is heat moved, not electricity. Its plate says watts or amps; else divide the BTU/h by its EER, 9 to 12`;
  const yearly = /^([\d.,\s]+)\s*(k?Wh)\s*(?:\/|per|a)\s*(?:year|yr|annum|a)$/i.exec(text);
  const read = yearly && readNumber((yearly[1] ?? '').trim());
  if (yearly && read?.ok) {
    const wh = read.value * (yearly[2]?.toLowerCase() === 'kwh' ? 1000 : 1);
    return `${text} is energy: ${Math.round(wh / 365)} Wh a day, or ${Number((wh / 8760).toPrecision(3))} W all day long`;
  }
  return null;
}

/** Quantities whose figures often pass a thousand, in units of which nobody writes three decimals. */
const COARSE: readonly Quantity[] = [
  'power',
  'energy',
  'charge',
  'altitude',
  'count',
  'irradiance',
  'airflow',
];

/** `1.500 W` may be fifteen hundred, as much of Europe writes it. */
function pointAsked(text: string, quantity: Quantity, unit: string): string | null {
  if (!COARSE.includes(quantity)) return null;
  const match = /^([1-9]\d{0,2})\.(\d{3})\s*([a-z²]*)$/i.exec(text);
  if (!match) return null;
  const own = (match[3] ?? '') || unit;
  if (own.toLowerCase() !== QUANTITIES[quantity].stored.toLowerCase()) return null;
  return `${text} could be ${match[1]}${match[2]} or ${Number(`${match[1]}.${match[2]}`)}; type one of them`;
}

/**
 * What a person typed, in the words of the reader of figures; or what to ask, where it could be read two ways.
 * @param unit the unit the field shows
 */
export function plainForm(typed: string, quantity: Quantity, unit: string): Plain {
  let text = plainSigns(typed.trim());
  const guessed = /^~|\?$|^(?:about|approx\.?|around|roughly|ca\.?)\s/i.test(text);
  text = text
    .replace(/^~\s*|^(?:about|approx\.?|around|roughly|ca\.?)\s+/i, '')
    .replace(/\s*\?$/, '')
    .trim();
  const ask = (message: string | null): Plain | null => (message === null ? null : { ok: false, message });
  const asked =
    ask(rangeAsked(text)) ??
    ask(pointAsked(text, quantity, unit)) ??
    ask(quantity === 'power' ? wattsAsked(text) : null);
  if (asked) return asked;
  if (quantity === 'azimuth') text = directionOf(text) ?? text;
  if (quantity === 'hours') {
    const hours = hoursOf(text);
    if (!hours.ok) return hours;
    text = hours.text;
  }
  if (quantity === 'energy' || quantity === 'irradiation')
    text = text.replace(new RegExp(String.raw`\s*(?:${A_DAY}|daily)$`, 'i'), '');
  if (quantity === 'power') {
    // energy a day is told by what it is
    const daily = new RegExp(String.raw`^(.*Wh)\s*(?:${A_DAY}|daily)$`, 'i').exec(text);
    if (daily) text = daily[1] ?? text;
    // volts and amps beside each other are their product
    text = text.replace(
      /^([\d.,]+\s*V)\s*[,;]?\s*([\d.,]+\s*A)$|^([\d.,]+\s*A)\s*[,;]?\s*([\d.,]+\s*V)$/i,
      '$1$3*$2$4',
    );
  }
  text = withoutFractions(text.replace(/\s*(?:@|\bat\b)\s*/gi, '*'));
  return { ok: true, text, guessed };
}

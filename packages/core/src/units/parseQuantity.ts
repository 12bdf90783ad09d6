import * as D from './dimensions';
import { toStored } from './convert';
import { combine, dimensionName, sameDimension, type Dimension } from './dimensions';
import { QUANTITIES, type Quantity } from './quantities';
import { LONGEST_QUANTITY, readNumber, shortened } from './readNumber';
import { plainForm } from './typedForms';
import { findUnit } from './unitTable';

export type Parsed =
  { ok: true; value: number; guessed: boolean; unit?: string } | { ok: false; message: string };

interface Term {
  /** SI value; for a temperature, the value as typed. */
  value: number;
  dimension: Dimension;
  unit?: string;
  bare: boolean;
}

class NotUnderstood extends Error {}

const AMPS_PER_HOUR: Dimension = [0, 0, -1, 1, 0];

const TOKEN =
  /\s*(?:([-−–+]?(?:\d[\d.,\u00a0\u2009\u202f]*(?: \d{3})*(?:[.,]\d+)?|[.,]\d+)(?:e[+-]?\d+)?)|((?:%|mV|V|W)\/(?:K|°?C)\b|Wh\/(?:km|mi)\b|[Aa]\/[Hh]\b|m³|m3\b|kWh\/m[²2]|MJ\/m[²2]|°[CF]\b|[a-zA-Z]+[²2]?|[%°'"′″])|([*×·/+\-−()]))/iy;

type Token =
  { kind: 'number'; text: string } | { kind: 'unit'; text: string } | { kind: 'sign'; text: string };

function tokens(text: string): Token[] {
  const found: Token[] = [];
  TOKEN.lastIndex = 0;
  let at = 0;
  while (at < text.length) {
    if (text.slice(at).trim() === '') break;
    TOKEN.lastIndex = at;
    const match = TOKEN.exec(text);
    if (!match) throw new NotUnderstood(`“${text.slice(at).trim()}” is not understood here`);
    const last = found.at(-1);
    if (match[1] !== undefined) {
      const signed = /^[-−–+]/.test(match[1]);
      if (signed && last && last.kind !== 'sign') {
        found.push({ kind: 'sign', text: match[1].startsWith('+') ? '+' : '-' });
        found.push({ kind: 'number', text: match[1].slice(1) });
      } else found.push({ kind: 'number', text: match[1] });
    } else if (match[2] !== undefined) {
      const times = (match[2] === 'x' || match[2] === 'X') && last && last.kind !== 'sign';
      const moreFollows = /^\s*[\d(.]/.test(text.slice(TOKEN.lastIndex));
      found.push(times && moreFollows ? { kind: 'sign', text: '*' } : { kind: 'unit', text: match[2] });
    } else if (match[3] !== undefined) found.push({ kind: 'sign', text: match[3] });
    at = TOKEN.lastIndex;
  }
  return found;
}

class Reader {
  private at = 0;
  constructor(private readonly list: readonly Token[]) {}

  whole(): Term {
    const term = this.sum();
    const left = this.list[this.at];
    if (left) throw new NotUnderstood(`“${left.text}” is left over; check what stands before it`);
    return term;
  }

  private isSign(...signs: string[]): boolean {
    const token = this.list[this.at];
    return token?.kind === 'sign' && signs.includes(token.text);
  }

  private sum(): Term {
    let left = this.product();
    while (this.isSign('+', '-', '−')) {
      const minus = this.list[this.at++]?.text !== '+';
      const right = this.product();
      if (!sameDimension(left.dimension, right.dimension)) {
        throw new NotUnderstood(
          `${dimensionName(left.dimension)} and ${dimensionName(right.dimension)} cannot be added`,
        );
      }
      left = {
        ...left,
        value: left.value + (minus ? -right.value : right.value),
        bare: left.bare && right.bare,
      };
    }
    return left;
  }

  private product(): Term {
    let left = this.factor();
    while (this.isSign('*', '×', '·', '/')) {
      const divide = this.list[this.at++]?.text === '/';
      const right = this.factor();
      left = {
        value: divide ? left.value / right.value : left.value * right.value,
        dimension: combine(left.dimension, right.dimension, divide ? -1 : 1),
        bare: left.bare && right.bare,
      };
    }
    return left;
  }

  private factor(): Term {
    if (this.isSign('(')) {
      this.at++;
      const inner = this.sum();
      if (!this.isSign(')')) throw new NotUnderstood('a bracket is not closed');
      this.at++;
      return inner;
    }
    const token = this.list[this.at++];
    if (token?.kind !== 'number')
      throw new NotUnderstood(token ? `a number is missing before “${token.text}”` : 'a number is missing');
    const reading = readNumber(token.text);
    if (!reading.ok) throw new NotUnderstood(reading.message);
    return this.withUnit(reading.value);
  }

  private withUnit(value: number): Term {
    const token = this.list[this.at];
    if (token?.kind !== 'unit') return { value, dimension: D.NONE, bare: true };
    this.at++;
    const unit = findUnit(token.text.replace(/\/°?C$/i, '/K'));
    if (!unit) throw new NotUnderstood(`the unit “${token.text}” is not known`);
    const term: Term = {
      value: value * unit.scale,
      dimension: unit.dimension,
      unit: token.text,
      bare: false,
    };
    if (unit.offset !== undefined) return { ...term, value };
    if (sameDimension(unit.dimension, D.LENGTH) && /^['′]$|^(ft|foot|feet)$/.test(token.text))
      return this.withInches(term);
    return term;
  }

  /** `12'6"` and `12 ft 6 in` are one length. */
  private withInches(feet: Term): Term {
    const [number, unit] = [this.list[this.at], this.list[this.at + 1]];
    if (number?.kind !== 'number') return feet;
    const inches = readNumber(number.text);
    if (!inches.ok || (unit && !(unit.kind === 'unit' && /^["″]$|^in(ch)?$/.test(unit.text)))) return feet;
    // 1'200 is how some write 1200
    if (inches.value >= 12) throw new NotUnderstood(`${inches.value} inches are more than a foot`);
    this.at += unit ? 2 : 1;
    return { ...feet, value: feet.value + inches.value * 0.0254 };
  }
}

/** Why a unit of another kind cannot stand here, in words that help; the usual mix-ups have their own. */
function wrongKind(quantity: Quantity, term: Term, text: string): string {
  const { wants } = QUANTITIES[quantity];
  const is = (dimension: Dimension) => sameDimension(term.dimension, dimension);
  if (quantity === 'power' && is(D.ENERGY)) {
    const watts = Math.round((term.value / 3600 / 24) * 10) / 10;
    return `${text} is energy (power × time). This needs watts; if it is used up in a day, that is ${watts} W all day long`;
  }
  if (quantity === 'power' && is(D.CURRENT))
    return `${text} is a current. Multiply by its voltage, as in ${text}*12V`;
  if (quantity === 'power' && is(D.CHARGE))
    return `${text} is a charge, the size of a battery. This needs watts`;
  if (quantity === 'energy' && is(D.POWER))
    return `${text} is power. Energy is power × time, as in ${text}*3h`;
  if (quantity === 'charge' && is(D.CURRENT))
    return `${text} is a current. A battery holds amp-hours, as in 100 Ah`;
  if (quantity === 'charge' && is(D.ENERGY))
    return `${text} is energy. Divide by the battery’s volts, as in ${text}/12V`;
  if (is(AMPS_PER_HOUR))
    return `${text} mixes two things up: amps are the rate itself, and amps × hours are amp-hours. This needs ${wants}`;
  if (quantity === 'charge' && is(D.POWER))
    return `${text} is power, how fast energy flows. A battery holds amp-hours, as in 100 Ah`;
  if (quantity === 'power' && is(D.VOLTAGE))
    return `${text} is a voltage. Multiply by the amps, as in 5A*${text}`;
  if (quantity === 'current' && is(D.CHARGE)) return `${text} is a charge (amps × hours). This needs amps`;
  if (quantity === 'coefficient' && is(combine(D.VOLTAGE, D.TEMPERATURE, -1))) {
    return `${text} is volts per kelvin. Divide it by the data sheet’s volts and type it as a percentage`;
  }
  return `${text} is ${dimensionName(term.dimension)}. This needs ${wants}`;
}

/**
 * Reads what a person typed into the unit the core stores the quantity in.
 * A bare number is taken in `unit`; a trailing `?` or a leading `~` marks a guess.
 * @param text for example `60 W`, `5A*12V`, `1.2kW`, `12'6"`, `-22 °C`, `~40`
 * @param unit the unit the field shows, in which a bare number is meant
 */
export function parseQuantity(text: string, quantity: Quantity, unit: string): Parsed {
  const typed = text.trim();
  if (typed.length > LONGEST_QUANTITY)
    return { ok: false, message: `“${shortened(typed)}” is longer than any figure` };
  const form = plainForm(typed, quantity, unit);
  if (!form.ok) return { ok: false, message: sentence(form.message) };
  const { text: plain, guessed } = form;
  if (plain === '') return { ok: false, message: `Type ${QUANTITIES[quantity].wants}` };
  try {
    const term = new Reader(tokens(plain)).whole();
    if (!Number.isFinite(term.value)) return { ok: false, message: `“${plain}” is not a finite number` };
    if (term.bare) return { ok: true, value: toStored(term.value, quantity, unit), guessed };
    const kind = QUANTITIES[quantity];
    if (
      !sameDimension(term.dimension, kind.dimension) ||
      (term.unit === '%') !== (kind.stored === '%' && term.unit === '%')
    ) {
      return { ok: false, message: wrongKind(quantity, term, plain) };
    }
    if (quantity === 'temperature' || quantity === 'rise') {
      return { ok: true, value: toStored(term.value, quantity, term.unit ?? unit), guessed, unit: term.unit };
    }
    const stored = findUnit(kind.stored);
    return { ok: true, value: term.value / (stored?.scale ?? 1), guessed, unit: term.unit };
  } catch (error) {
    if (error instanceof NotUnderstood) return { ok: false, message: sentence(error.message) };
    throw error;
  }
}

const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

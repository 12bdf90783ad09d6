import { counted } from './remembered';

/** Stands for whether there is anything to look into. */
const IS_THERE = Symbol('is there');

/** Stands for an argument of which only what is read counts. */
const LOOKED_INTO = Symbol('looked into');

/** A property that was read: of which argument, by which keys, and what it was. */
interface Read {
  of: number;
  key: string;
  /** Set where it was read of the property itself; `IS_THERE` where the property was met at all. */
  inner: string | typeof IS_THERE | null;
  value: unknown;
}

interface Known<R> {
  args: readonly unknown[];
  reads: Read[];
  result: R;
}

type Plain = Record<string, unknown>;

/** True of what is looked into; functions, lists and plain values count as themselves. */
const isSubject = (arg: unknown): arg is Plain =>
  typeof arg === 'object' && arg !== null && !Array.isArray(arg);

/**
 * As `remembered`, for work on a large object of which it reads little: it is done again only when something that it
 * read is another than before. Properties of the arguments count one by one, and so do those of properties named in
 * `within`; anything further in counts as one. Which properties an argument has is taken not to change.
 * @param work pure, of its arguments and what it reads of them
 * @param most latest answers that are kept
 */
export function watched<A extends readonly unknown[], R>(
  name: string,
  work: (...args: A) => R,
  { within = [], most = 8 }: { within?: readonly string[]; most?: number } = {},
): (...args: A) => R {
  const count = counted(name);
  const deep = new Set(within);
  const known: Known<R>[] = [];
  return (...args) => {
    count.asked++;
    const at = known.findIndex((entry) => holds(entry, args));
    const found = known[at];
    if (found) {
      if (at > 0) known.unshift(...known.splice(at, 1));
      return found.result;
    }
    count.ran++;
    const reads: Read[] = [];
    const result = work(
      ...(args.map((arg, of) =>
        isSubject(arg) ? new Proxy(arg, new Looking(of, deep, reads)) : arg,
      ) as unknown as A),
    );
    known.unshift({ args: args.map((arg) => (isSubject(arg) ? LOOKED_INTO : arg)), reads, result });
    if (known.length > most) known.pop();
    return result;
  };
}

function holds({ args, reads }: Known<unknown>, now: readonly unknown[]): boolean {
  if (args.length !== now.length) return false;
  if (!now.every((arg, i) => Object.is(args[i], isSubject(arg) ? LOOKED_INTO : arg))) return false;
  for (const { of, key, inner, value } of reads) {
    const outer = (now[of] as Plain)[key];
    const here = inner === null ? outer : inner === IS_THERE ? isSubject(outer) : (outer as Plain)[inner];
    if (!Object.is(here, value)) return false;
  }
  return true;
}

/** Notes what is read of one property of an argument. */
class Inside implements ProxyHandler<Plain> {
  /** What is asked again and again is noted once. */
  private readonly noted = new Set<string>();

  constructor(
    private readonly of: number,
    private readonly key: string,
    private readonly reads: Read[],
  ) {}

  get(target: Plain, inner: string | symbol): unknown {
    if (typeof inner === 'symbol') return Reflect.get(target, inner) as unknown;
    const value = target[inner];
    if (!this.noted.has(inner)) {
      this.noted.add(inner);
      this.reads.push({ of: this.of, key: this.key, inner, value });
    }
    return value;
  }

  // whether there is a property, or which there are, is asked of the whole
  has(target: Plain, inner: string | symbol): boolean {
    this.reads.push({ of: this.of, key: this.key, inner: null, value: target });
    return Reflect.has(target, inner);
  }

  ownKeys(target: Plain): (string | symbol)[] {
    this.reads.push({ of: this.of, key: this.key, inner: null, value: target });
    return Reflect.ownKeys(target);
  }
}

/** Notes what is read of an argument. */
class Looking implements ProxyHandler<Plain> {
  private readonly insides = new Map<string, Plain>();

  constructor(
    private readonly of: number,
    private readonly deep: ReadonlySet<string>,
    private readonly reads: Read[],
  ) {}

  get(target: Plain, key: string | symbol): unknown {
    if (typeof key === 'symbol') return Reflect.get(target, key) as unknown;
    const known = this.insides.get(key);
    if (known) return known;
    const value = target[key];
    if (this.deep.has(key) && isSubject(value)) {
      const inside = new Proxy(value, new Inside(this.of, key, this.reads));
      this.insides.set(key, inside);
      this.reads.push({ of: this.of, key, inner: IS_THERE, value: true });
      return inside;
    }
    this.reads.push({ of: this.of, key, inner: null, value });
    return value;
  }

  ownKeys(target: Plain): (string | symbol)[] {
    for (const key of Object.keys(target))
      this.reads.push({ of: this.of, key, inner: null, value: target[key] });
    return Reflect.ownKeys(target);
  }
}

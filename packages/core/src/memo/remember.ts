/** Keeps what was made for the latest `most` keys, so that designs that ask for the same again get it for nothing. */
export function remember<T>(most: number): (key: string, make: () => T) => T {
  const known = new Map<string, T>();
  return (key, make) => {
    const before = known.get(key);
    if (before !== undefined) return before;
    const made = make();
    if (known.size >= most) {
      const [oldest] = known.keys();
      if (oldest !== undefined) known.delete(oldest);
    }
    known.set(key, made);
    return made;
  };
}

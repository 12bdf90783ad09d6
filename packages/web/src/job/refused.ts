/**
 * Texts that stand in fields of a job and could not be taken. They stay where they were typed, through other sheets and
 * a reload, until they are taken or let go.
 */
const keyOf = (id: string) => `ivolt-refused-${id}`;
const LONGEST = 200;

let open: { id: string; texts: Record<string, string> } | null = null;

function textsOf(id: string): Record<string, string> {
  if (open?.id === id) return open.texts;
  let texts: Record<string, string> = {};
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(keyOf(id)) ?? '{}');
    if (typeof kept === 'object' && kept !== null)
      texts = Object.fromEntries(Object.entries(kept).filter(([, text]) => typeof text === 'string'));
  } catch {
    // a browser that keeps nothing: they last as long as the page
  }
  open = { id, texts };
  return texts;
}

export const refusedText = (id: string, path: string): string | null => {
  const texts = textsOf(id);
  return Object.hasOwn(texts, path) ? (texts[path] ?? null) : null;
};

/** @param text null where the field is as the job has it */
export function keepRefused(id: string, path: string, text: string | null): void {
  const texts = textsOf(id);
  if ((texts[path] ?? null) === text) return;
  if (text === null) delete texts[path];
  else texts[path] = text.slice(0, LONGEST);
  try {
    if (Object.keys(texts).length === 0) localStorage.removeItem(keyOf(id));
    else localStorage.setItem(keyOf(id), JSON.stringify(texts));
  } catch {
    // as above
  }
}

/** A job's name as part of a file's. */
export const fileName = (name: string): string => name.toLowerCase().replace(/[^a-z0-9]+/g, '-') || 'job';

/** Hands a text to the person as a file. */
export function saveFile(name: string, type: string, text: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  Object.assign(document.createElement('a'), { href: url, download: name }).click();
  URL.revokeObjectURL(url);
}

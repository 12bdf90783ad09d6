/** A text with plain spaces between figures and units. */
export const plain = (text: string) => text.replace(/[\u00a0\u2009]/g, ' ');

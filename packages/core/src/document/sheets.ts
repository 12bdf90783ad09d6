export const SHEETS = ['uses', 'place', 'bank', 'array', 'strings', 'power', 'wire', 'one-line'] as const;
export type Sheet = (typeof SHEETS)[number];

/** What each sheet asks. */
export const QUESTIONS: Readonly<Record<Sheet, string>> = {
  uses: 'What must it carry?',
  place: 'What sun and what frost does the place give?',
  bank: 'How long must the bank carry you?',
  array: 'How many panels keep it filled?',
  strings: 'Which strings stay inside the controller’s window?',
  power: 'What runs, what starts, and what charges when the sun does not?',
  wire: 'Which wire carries it, and what protects the wire?',
  'one-line': 'What is joined to what?',
};

export const SHEET_NAMES: Readonly<Record<Sheet, string>> = {
  uses: 'Uses',
  place: 'Place',
  bank: 'Bank',
  array: 'Array',
  strings: 'Strings',
  power: 'Power',
  wire: 'Wire',
  'one-line': 'One-line',
};

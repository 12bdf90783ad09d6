/** Where an entered figure came from. A choice is not a guess about the world, so it carries no doubt. */
export type Source = 'guess' | 'catalogue' | 'measured' | 'chosen';

/** An entered figure, in the unit its field stores; `unit` is set where the field is shown in another. */
export interface Entry {
  value: number;
  from: Source;
  unit?: string;
}

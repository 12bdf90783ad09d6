import type { Pin, PlugPlan } from '../document';

/** Where two ends of a feed meet. */
export interface Meeting {
  /** What comes from the panels, and what it meets. */
  from: string;
  to: string;
  /** What the plus of either shows. */
  far: Pin;
  near: Pin;
  /** A pin meets a socket. */
  mates: boolean;
  /** What the plus of the panels is by then; null where nobody measured on the way. */
  plus: '+' | '−' | null;
}

/** Every meeting from the panels to the controller, in order. */
export function meetingsOf({ panels, pieces, controller }: PlugPlan): Meeting[] {
  const meetings: Meeting[] = [];
  let [from, far]: [string, Pin] = ['panels', panels];
  let plus: Meeting['plus'] = '+';
  for (const { name, near, far: next, swaps } of pieces) {
    const to = name || 'an unnamed piece';
    meetings.push({ from, to, far, near, mates: far !== near, plus });
    plus = swaps === null || plus === null ? null : swaps ? (plus === '+' ? '−' : '+') : plus;
    [from, far] = [to, next];
  }
  // a terminal takes what comes
  const near = controller ?? (far === 'pin' ? 'socket' : 'pin');
  meetings.push({ from, to: 'controller', far, near, mates: far !== near, plus });
  return meetings;
}

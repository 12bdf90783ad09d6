import { preference } from './preference';

/** Whether a digit by itself goes to a sheet. It can be turned off for whoever speaks or sends keys by other means. */
export const digitKeys = preference<'on' | 'off'>('ivolt-digits', ['on', 'off'], () => 'on');

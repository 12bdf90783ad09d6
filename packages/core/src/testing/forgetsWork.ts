/** As `memo` for rooms below the one that is asked: what they find they remember, but not what they are lent to do. */
export * from '../memo/index';
export { watched } from './forgetful';

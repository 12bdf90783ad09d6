import { breath } from './breath';

// what draws stands; the pages’ own is imported after this
await breath();

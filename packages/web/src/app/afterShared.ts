import { breath } from './breath';

// what all pages share stands; what draws them is imported after this
await breath();

export const CORE: string[][];
export const WEB: string[][];

/** Between two parts of the start, so that none holds up the page for long: what comes after it waits a turn. */
export const breath = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

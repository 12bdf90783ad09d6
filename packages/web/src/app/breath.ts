/** Between two halves of the start, so that neither holds up the page for long: what is imported after it waits a turn. */
await new Promise((resolve) => setTimeout(resolve));
export {};

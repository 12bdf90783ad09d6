/** Stands in for the address that the build gives a file. */
export default '/assets/file.json';

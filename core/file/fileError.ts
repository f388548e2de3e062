/** A file that cannot be used, with a sentence a maker can act on. */
export class FileError extends Error {}

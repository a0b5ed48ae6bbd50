/** Largest file with a solid that is read, bytes. */
export const MOST_FILE_BYTES = 64_000_000

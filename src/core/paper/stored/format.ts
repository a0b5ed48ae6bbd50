/** The format that this program writes: of files, and of every stored version of a part, a way, a piece of gear, readings, a fixture. */
export const FORMAT = 6

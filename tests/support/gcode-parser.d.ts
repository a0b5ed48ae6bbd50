declare module 'gcode-parser' {
  export function parseStringSync(
    text: string,
  ): readonly { readonly line: string; readonly words: readonly (readonly [string, number])[] }[]
}

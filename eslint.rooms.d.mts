export const LIMITS: {
  readonly function: number
  readonly screen: number
  readonly file: number
}
export const LONG_ROOMS: readonly (readonly [
  file: string,
  lines: number | undefined,
  longest: number | undefined,
])[]

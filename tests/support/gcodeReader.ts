import { parseStringSync } from 'gcode-parser'

/** One hole as a machine would make it. */
export interface ReadHole {
  readonly tool: number
  readonly x: number
  readonly y: number
  /** Lowest point that the tool reaches, mm. */
  readonly z: number
  readonly cycle: string
  readonly feed: number
  readonly speed: number
}

type Words = Readonly<Record<string, number>>

/**
 * Reads a program as a control would, word by word with a tokenizer of its own, and tells every hole:
 * a cycle line, or a stretch of feeding below the mouth without moving in X and Y. It knows nothing of the
 * writer. Lengths come out in mm. Throws on a rapid move that goes sideways below `safeAt`.
 */
export function readProgram(text: string, options: { safeBelow?: number } = {}): ReadHole[] {
  const holes: ReadHole[] = []
  const state = {
    x: 0,
    y: 0,
    z: Infinity,
    r: 0,
    q: 0,
    depth: 0,
    scale: 1,
    tool: 0,
    feed: 0,
    speed: 0,
    motion: 'G0',
    cycle: '',
  }
  let feeding: { x: number; y: number; z: number } | undefined
  const finish = (): void => {
    if (feeding)
      holes.push({
        tool: state.tool,
        x: feeding.x,
        y: feeding.y,
        z: feeding.z,
        cycle: 'by hand',
        feed: state.feed,
        speed: state.speed,
      })
    feeding = undefined
  }
  for (const { words } of parseStringSync(text)) {
    const codes = words.map(([letter, value]) => `${letter}${value}`)
    const given = Object.fromEntries(
      words.map(([letter, value]) => [letter, Number(value)]),
    ) as Words
    if (codes.includes('G20')) state.scale = 25.4
    if (codes.includes('G21')) state.scale = 1
    if (given.T !== undefined) {
      finish()
      state.tool = given.T
    }
    if (given.S !== undefined) state.speed = given.S
    if (given.F !== undefined) state.feed = given.F * state.scale
    for (const code of codes) {
      if (/^G[0-3]$/.test(code)) [state.motion, state.cycle] = [code, '']
      if (/^G(73|8[1-5])$/.test(code)) state.cycle = code
      if (code === 'G80') state.cycle = ''
    }
    const mm = (letter: string): number | undefined =>
      given[letter] === undefined ? undefined : given[letter] * state.scale
    const [x, y, z] = [mm('X') ?? state.x, mm('Y') ?? state.y, mm('Z')]
    if (state.cycle !== '' && (given.X !== undefined || given.Y !== undefined)) {
      state.depth = z ?? state.depth
      state.r = mm('R') ?? state.r
      ;[state.x, state.y] = [x, y]
      holes.push({
        tool: state.tool,
        x,
        y,
        z: state.depth,
        cycle: state.cycle,
        feed: state.feed,
        speed: state.speed,
      })
      continue
    }
    const sideways = x !== state.x || y !== state.y
    if (sideways && state.motion === 'G0') {
      if (state.z < (options.safeBelow ?? -Infinity))
        throw new Error(`rapid sideways at Z ${state.z}: ${codes.join(' ')}`)
      finish()
    }
    if (state.motion === 'G1' && !sideways && z !== undefined && z < state.z) {
      if (!feeding || z < feeding.z) feeding = { x, y, z }
    }
    ;[state.x, state.y, state.z] = [x, y, z ?? state.z]
  }
  finish()
  return holes
}

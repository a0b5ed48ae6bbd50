import { solidsRoom } from './backroom/pool'
import { type WayLeft } from './left'
import { Runs } from './running'

const holder = globalThis as typeof globalThis & { footholdLeft?: Runs<readonly WayLeft[]> }

/** What is being worked out of what is left. */
export const leftRuns = (): Runs<readonly WayLeft[]> => (holder.footholdLeft ??= new Runs())

export const beginLeft = (text: string, way?: string): string =>
  leftRuns().begin((watch) => solidsRoom().watched(watch, 'leftFile', text, way))

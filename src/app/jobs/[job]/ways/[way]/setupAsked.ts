import { type Way } from '@/core/plan/way'

/** The setup that an address asks for. */
export interface SetupAsked {
  readonly searchParams: Promise<{ readonly setup?: string | string[] }>
}

/** The setup of a way that is asked for, its first when none is. */
export const setupAsked = (
  { setups }: Way,
  { setup }: Awaited<SetupAsked['searchParams']>,
): Way['setups'][number] | undefined => setups.find(({ id }) => id === setup) ?? setups[0]

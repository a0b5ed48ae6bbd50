import { z } from 'zod'
import { ZeroOrMore } from '../../work/part'
import { type HoldingField } from './kind'

/** What a plate of any kind says about the holes that it has, and about its own place on the table. */
export const OWN_PLACE = {
  grid: ZeroOrMore.optional().describe(
    'Pitch of a grid of M8 threads that the plate has already, half a pitch from its corner; none where 0.',
  ),
  slots: ZeroOrMore.default({ mm: 0 }).describe(
    'Between the slots or rows of holes of the table that the plate is screwed to; 0: it is held some other way.',
  ),
  returns: z
    .enum(['dowels', 'keys', 'bore', 'edges'])
    .optional()
    .describe(
      'What it comes back to its place by: dowels beside its screws, keys in a slot of the table, a bore in its middle that is indicated, or its edges. Left out: dowels; where it has no screws its edges.',
    ),
} as const

export type ReturnsBy = NonNullable<z.infer<(typeof OWN_PLACE)['returns']>>

/** The same as a form asks for it. */
export const ownPlaceFields = (
  uses: readonly { readonly value: string; readonly label: string }[],
): readonly HoldingField[] => [
  { key: 'gap', label: 'Between them', kind: 'length', hint: '' },
  { key: 'grid', label: 'Has a grid of M8, pitch', kind: 'length', hint: '0: none' },
  {
    key: 'uses',
    label: 'That grid is',
    kind: 'choice',
    options: [
      { value: 'no', label: 'kept clear of' },
      { value: 'threads', label: 'its threads used' },
      ...uses,
    ],
  },
  { key: 'slots', label: 'Slots of the table apart', kind: 'length', hint: '' },
  {
    key: 'returns',
    label: 'Comes back by',
    kind: 'choice',
    options: [
      { value: 'dowels', label: 'dowels beside its screws' },
      { value: 'keys', label: 'keys in a slot' },
      { value: 'bore', label: 'a bore in its middle' },
      { value: 'edges', label: 'its edges' },
    ],
  },
]

/** What a plate comes back by: dowels stand beside screws, and where there are none its edges are left. */
export const returnsBy = ({
  returns = 'dowels',
  slots,
}: {
  readonly slots: { readonly mm: number }
  readonly returns?: ReturnsBy | undefined
}): ReturnsBy => (returns === 'dowels' && slots.mm <= 0 ? 'edges' : returns)

/** What of a plate lies in the table, or is looked for there. */
interface OwnPlace {
  readonly by: ReturnsBy
  readonly screws: readonly unknown[]
  readonly dowels: readonly unknown[]
}

/** How a plate is screwed down and comes back, in words. */
export function ownPlaceWords(
  { by, dowels, screws }: OwnPlace,
  length: (mm: number) => string,
): { readonly down: string | undefined; readonly back: string } {
  return {
    down: screws.length > 0 ? `${screws.length} screws M10 into the table` : undefined,
    back: {
      dowels: `${dowels.length} dowels ${length(TABLE_DOWEL_MM)}`,
      keys: `two keys ${length(KEY.wideMm)} in a slot of the table, always pushed to the same side of it`,
      bore: `a bore ${length(BORE_MM)} in its middle, indicated, and its back edge in line`,
      edges: 'its edges, touched, and its back edge in line',
    }[by],
  }
}

/** Threads of M8 stand at least so far apart: what is nearer is no grid (common practice, no source), mm. */
export const LEAST_PITCH_MM = 12

/** Dowels beside the screws of a plate (common practice, no source), mm. */
export const TABLE_DOWEL_MM = 10
/** Feather keys under a plate, let in so deep, each held by a screw; stepped ones fit slots of other widths (common practice, no source). */
export const KEY = { wideMm: 14, longMm: 24, deepMm: 5, screw: 'M6', screwDeepMm: 15 } as const
/** A bore that an indicator finds (common practice, no source), mm. */
export const BORE_MM = 20

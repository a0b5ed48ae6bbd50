import { finding, type Finding } from '../../ground/finding'
import { type Clamp, type Inspected } from './kind'
import { type MovedAlong } from './movedAlong'
import { type Placed } from './work'

type Lying = Pick<Placed, 'low' | 'high'>

interface WithRow {
  readonly moved?: MovedAlong
}

export const clampId = (i: number): string => `clamp${i + 1}`

/** Where the clamps of a row stand along X: as they were moved, not past the ends of the work, else as at first, mm. */
export const rowAlong = (
  { moved = [] }: WithRow,
  lying: Lying,
  first: readonly number[],
): readonly number[] =>
  first.map((x, i) => {
    const one = moved.find(({ clamp }) => clamp === i + 1)
    return one ? within(lying, middleOf(lying) + one.along.mm) : x
  })

/** Equal shares of the work's length with one of so many clamps in the middle of each, along X, mm. */
export const sharesAlong = (
  { high, low }: Record<'low' | 'high', { readonly x: number }>,
  count: number,
): readonly number[] =>
  Array.from({ length: count }, (_, i) => low.x + ((high.x - low.x) * (2 * i + 1)) / (2 * count))

/** A holding with one clamp of its row moved along X; put back where no place is given. */
export function moveAlongX<H extends WithRow>(
  holding: H,
  lying: Lying,
  id: string,
  to: { readonly x: number } | undefined,
): H {
  const others = (holding.moved ?? []).filter(({ clamp }) => clampId(clamp - 1) !== id)
  const clamp = Number(id.replace(/\D/g, ''))
  const mm = to && Math.round((within(lying, to.x) - middleOf(lying)) * 1e4) / 1e4
  const moved = [...others, ...(mm === undefined ? [] : [{ clamp, along: { mm } }])]
  const { moved: _before, ...rest } = holding
  return (moved.length > 0 ? { ...rest, moved } : rest) as H
}

/** Clamps that all push alike turn the work about a stop when the middle of their pushes is not between the two. */
export function pushedRound(
  clamps: readonly Clamp[],
  [left, right]: readonly [number, number],
  noun: string,
  { index, length }: Inspected,
): readonly Finding[] {
  const places = clamps.flatMap(({ foot }) => foot?.x ?? [])
  const middle = places.reduce((sum, x) => sum + x, 0) / Math.max(1, places.length)
  const beyond = Math.max(left - middle, middle - right)
  if (places.length === 0 || beyond <= 0) return []
  return [
    finding(
      'clamp.turns',
      index,
      `The clamps push the work round the ${middle < left ? 'left' : 'right'} ${noun}.`,
      `The middle of their pushes is ${length(beyond)} outside of the two: the other end comes off. Move one of them between the ${noun}s.`,
      { contact: clamps.find(({ id }) => id !== undefined)?.id ?? '' },
    ),
  ]
}

/** How clamps in a row stand, to be held against another row: nothing where none was moved. */
export const rowMark = ({ moved = [] }: WithRow): string =>
  moved.map(({ along, clamp }) => `${clamp}:${along.mm}`).join(' ')

const middleOf = ({ high, low }: Lying): number => (low.x + high.x) / 2

const within = ({ high, low }: Lying, x: number): number => Math.max(low.x, Math.min(high.x, x))

import { axisOf, oppositeOf, type Part, type Side, sizeAlong } from '../../../work/part'
import { type JawBlank, sharpEndMills, type Vise, type Workshop } from '../../workshop'
import { footOf, headsReach } from './blank'
import { LEAST_OVER_BASE_MM, LEAST_OVER_SCREW_MM, LEAST_WALL_MM } from './findings'
import { MOUTH_MM } from './layout'
import { type SoftJawsHolding } from './parameters'

interface Pose {
  readonly up: Side
  readonly guide: Side
}

/** What is proposed first, mm (common practice, no source). */
const [LEAST_GAP_MM, CLEAR_MM, LARGEST_CUTTER_MM] = [10, 0.3, 10]

const across = (part: Part, side: Side): number =>
  sizeAlong(part, axisOf(side)) + part.faces[side].stock.mm + part.faces[oppositeOf(side)].stock.mm

/** The gap with which enough is left behind the pocket; nothing where the blank is too thin for any. */
function gapFor(blank: JawBlank, wide: number): number | undefined {
  const gap = Math.max(LEAST_GAP_MM, Math.ceil(wide - 2 * (blank.thickness - LEAST_WALL_MM)))
  return gap <= wide * 0.6 ? gap : undefined
}

const opens = (vise: Vise, blank: JawBlank, gap: number): boolean =>
  2 * blank.thickness + gap <= vise.opening

/** Whether the vise opens wide enough for the blanks with their gap. */
export function blanksOpen(
  { blank, gap, vise }: SoftJawsHolding,
  { jawBlanks, vises }: Workshop,
): boolean {
  const [of, into] = [jawBlanks.find(({ id }) => id === blank), vises.find(({ id }) => id === vise)]
  return of !== undefined && into !== undefined && opens(into, of, gap.mm)
}

/** The first pair of blanks that is wide and thick enough in a vise that opens for it, with the largest usual end mill. */
export function firstInSoftJaws(
  { cutters, jawBlanks, vises }: Workshop,
  part: Part,
  _surfaces: unknown,
  { guide, up }: Pose,
): SoftJawsHolding | undefined {
  const wide = across(part, guide)
  const [long = 0] = (['left', 'front', 'bottom'] as const)
    .filter((side) => ![axisOf(up), axisOf(guide)].includes(axisOf(side)))
    .map((side) => across(part, side))
  const endMills = sharpEndMills({ cutters })
  const [largest] = endMills
    .filter(({ diameter }) => diameter <= LARGEST_CUTTER_MM)
    .sort((a, b) => b.diameter - a.diameter)
  const cutter = largest ?? endMills[0]
  const pairs = jawBlanks.flatMap((blank) => {
    const gap = gapFor(blank, wide)
    const vise = gap === undefined ? undefined : vises.find((one) => opens(one, blank, gap))
    return gap === undefined || !vise ? [] : [{ blank, gap, vise }]
  })
  const best =
    pairs.find(({ blank }) => blank.width >= long + 2 * LEAST_WALL_MM) ??
    pairs[0] ??
    looseFirst(jawBlanks, vises, wide)
  if (!best || !cutter) return undefined
  const { blank, gap, vise } = best
  const spigot = part.features.find(({ kind, on }) => kind === 'boss' && on === oppositeOf(up))
  const tall = across(part, up)
  const deepest = Math.min(
    blank.height - headsReach(blank) - LEAST_OVER_SCREW_MM,
    blank.height - footOf(blank) - LEAST_OVER_BASE_MM,
  )
  const step = Math.max(3, Math.min(Math.ceil(tall / 6 + MOUTH_MM), Math.floor(deepest), tall / 2))
  return {
    kind: 'soft-jaws',
    vise: vise.id,
    blank: blank.id,
    step: { mm: step },
    gap: { mm: gap },
    clear: { mm: CLEAR_MM },
    cutter: cutter.id,
    ...(spigot ? { round: spigot.id, stop: 'none' as const } : { stop: 'left' as const }),
    shift: { mm: 0 },
    ...([guide, oppositeOf(guide)].some(
      (side) => part.faces[side].draft?.narrow === oppositeOf(up),
    ) && {
      walls: 'draft' as const,
    }),
    jaws: 'as cut',
  }
}

/** What comes nearest where nothing fits: its findings say by how much it does not. */
function looseFirst(blanks: readonly JawBlank[], vises: readonly Vise[], wide: number) {
  const [blank] = [...blanks].sort((a, b) => b.thickness - a.thickness)
  const [vise] = [...vises].sort((a, b) => b.opening - a.opening)
  return blank && vise
    ? { blank, vise, gap: Math.max(1, Math.min(LEAST_GAP_MM, Math.floor(wide / 3))) }
    : undefined
}

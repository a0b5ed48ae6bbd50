import { figurePath, type FigurePath, figureRef, type Parallels } from '../workshop'
import { type Axis, point, type Point } from '../../ground/geometry'
import { type Side } from '../../work/part'
import { cornersOfBox, spanOf } from '../../ground/recipe'
import { Sheet } from '../../ground/scene'
import { lengthWords } from '../../handbook/units'
import {
  type Clamp,
  type Drawn,
  type HeldError,
  type HoldingField,
  type HoldingWords,
  type Paper,
  type RoleWords,
  type Solid,
  type Stay,
  type View,
} from './kind'
import { type Placed, type Work } from './work'

/** An error of a holding, its link named like itself. */
export const heldError = (
  error: Omit<HeldError, 'link' | 'coefficient'> & Partial<Pick<HeldError, 'link' | 'coefficient'>>,
): HeldError => ({ link: error.key, coefficient: 1, ...error })

/** At which end a stop stands, if one does: a choice of every holding that can have one. */
export const STOP_FIELD: HoldingField = {
  key: 'stop',
  label: 'Stop',
  kind: 'choice',
  options: [
    { value: 'left', label: 'left, on {left}' },
    { value: 'right', label: 'right, on {right}' },
    { value: 'none', label: 'none' },
  ],
}

/** So many of a part side by side, or behind each other: a choice of plates. */
export const UP_TO_12 = Array.from({ length: 12 }, (_, i) => i + 1)

/** What a part can still do that is put down on something flat; but for how it lifts, which is told by what that is. */
export const FLAT_MOTIONS = {
  tip: 'tip front to back',
  tipAlong: 'tip end to end',
  turn: 'turn round like a table',
  slide: 'slide along X',
  off: 'slide along Y',
} as const satisfies Partial<HoldingWords['motions']>

/** A length with its unit, in the unit of the part. */
export const lengthIn =
  ({ part }: Pick<Work, 'part'>) =>
  (mm: number): string =>
    lengthWords(mm, part.unit)

/** What a role is called where the usual words do. */
export const roleWords = (
  label: string,
  noun: string,
  onto: string,
  bears: string,
  clean = 'Clean and deburr what it bears on.',
): RoleWords => ({
  label,
  noun,
  onto,
  bears,
  clean,
  cleanRaw: 'Stand it on a cut face, clean and deburr it.',
})

/** A zero that is kept by a thing on the machine, as stored once. */
export function storedStay(
  axis: Axis,
  gear: { readonly key: string; readonly name: string },
  kept: {
    readonly by: string
    readonly where: string
    readonly at: number
    readonly place: Point<'setup'>
    readonly anchorAt: number
    readonly mark: string
    readonly plusMinus: number
    readonly lights: readonly string[]
    readonly more?: Partial<Stay['anchor']>
  },
): Stay {
  return {
    at: kept.at,
    place: kept.place,
    words: `${kept.by}, as stored`,
    what: `the ${kept.by}`,
    where: kept.where,
    error: heldError({
      key: `${gear.key}, stored ${axis} ${kept.mark}`,
      cause: `zero in ${axis.toUpperCase()}: ${kept.by}, as stored`,
      gear: gear.name,
      plusMinus: kept.plusMinus,
      remedy: 'Touch the part itself, or find the zero anew and store it.',
      lights: kept.lights,
    }),
    anchor: { at: kept.anchorAt, name: `the ${kept.by}`, mark: kept.mark, ...kept.more },
  }
}

/** What keeps zero in X: a stop at one end as stored, or nothing. */
export function stopStay(
  { faceAt, high, low, work }: Placed & { readonly work: Work },
  stop: 'left' | 'right' | 'none',
  gear: { readonly key: string; readonly name: string },
  plusMinus: number,
): Stay {
  const middle = point<'setup'>((low.x + high.x) / 2, (low.y + high.y) / 2, (low.z + high.z) / 2)
  if (stop === 'none') return unkeptStay(middle.x, middle)
  const x = stop === 'left' ? low.x : high.x
  return storedStay('x', gear, {
    by: 'stop',
    where: `at the stop, ${work.part.faces[faceAt[stop]].name}`,
    at: x,
    place: { ...middle, x },
    anchorAt: x,
    mark: stop,
    plusMinus,
    lights: ['stop1'],
    more: {
      now: `the stop is at the ${stop} end now`,
      unknown: 'where the stop stands now is not known; find it by touching',
    },
  })
}

/** What keeps zero in Z where work lies on parallels on the table. */
export function tableStay(
  { faceAt, high, low, work }: Placed & { readonly work: Work },
  gear: { readonly key: string; readonly name: string },
  plusMinus: number,
): Stay {
  return storedStay('z', gear, {
    by: 'parallels on the table',
    where: `on the parallels, ${work.part.faces[faceAt.down].name}`,
    at: low.z,
    place: point((low.x + high.x) / 2, (low.y + high.y) / 2, low.z),
    anchorAt: 0,
    mark: 'table',
    plusMinus,
    lights: ['parallels'],
    more: { name: 'the table' },
  })
}

/** Nothing keeps this axis: work is put down by hand, and zero is touched on it. */
export const unkeptStay = (at: number, place: Point<'setup'>): Stay => ({
  at,
  place,
  words: 'nothing keeps it: touch the part',
  what: 'the part itself',
  where: 'in the middle of the work, as put down',
  error: undefined,
  anchor: {
    at,
    name: 'the middle of the work',
    mark: 'none',
    lacking: 'nothing stops the part here; find it by touching',
  },
})

/** A face that lies on something, so that zero cannot be found on it. */
export const hiddenBelow = (face: Side): { readonly face: Side; readonly rest: string } => ({
  face,
  rest: 'The part lies on it. Take what the holding keeps, or touch another face.',
})

type StopAt = 'left' | 'right' | 'none'

const STOP_ON_CUT = 'Stop on a cut face, or touch it instead.'

/** Where a stop stands in X, if one does. */
export const stopXOf = ({ high, low }: Pick<Placed, 'low' | 'high'>, stop: StopAt) =>
  stop === 'none' ? undefined : stop === 'left' ? low.x : high.x

/** What the end of work is called at a stop, or where it was put down by hand. */
export const stopWords = (stop: StopAt): RoleWords =>
  stop === 'none'
    ? roleWords('Put down', 'place', 'as put down', 'It is put down by')
    : {
        ...roleWords('Stop', 'stop', 'at the stop', 'The stop bears', STOP_ON_CUT),
        cleanRaw: STOP_ON_CUT,
      }

/** The stop in a caption: words, and the face that it touches. */
export const stopCaption = (
  { faceAt }: Pick<Placed, 'faceAt'>,
  stop: StopAt,
): readonly (string | Side)[] => (stop === 'none' ? [', no stop'] : [', stop at ', faceAt[stop]])

/** The stop as a line of the sheet. */
export const stopLine = (
  { faceAt, work }: Placed & { readonly work: Work },
  stop: StopAt,
): string =>
  stop === 'none'
    ? 'No stop: X is touched each time.'
    : `Stop at the ${stop} end, on ${work.part.faces[faceAt[stop]].name}.`

/** How closely work comes back to a stop. */
export const stopError = (plusMinus: number, path?: FigurePath): HeldError =>
  heldError({
    key: 'stop',
    cause: 'coming back to the stop',
    plusMinus,
    ...(path !== undefined && { figure: figureRef(path, plusMinus) }),
    remedy: 'Touch the part instead of trusting the stop.',
    lights: ['stop1'],
  })

/** What the parallels of a pair differ by; they may lie either way round. */
export const parallelsDiffer = (
  { differenceMm, id }: Pick<Parallels, 'differenceMm' | 'id'>,
  rests: readonly string[],
): HeldError =>
  heldError({
    key: 'parallels',
    cause: 'parallels differ',
    plusMinus: differenceMm,
    figure: figureRef(figurePath('parallels', id, 'differenceMm'), differenceMm),
    remedy: 'Take a matched pair of parallels.',
    lights: ['parallels', ...rests],
  })

const MARGIN_MM = 14
/** Clamps thinner than this on paper are drawn without their name. */
const NAMED_PX = 14

const spread = (values: readonly number[]): number => Math.max(...values) - Math.min(...values)

/** A holding drawn from its pieces: what lies under or beside the work first, clamps over it. */
export function drawPieces(
  placed: Pick<Placed, 'low' | 'high'>,
  { clamps, solids }: { readonly clamps: readonly Clamp[]; readonly solids: readonly Solid[] },
  words: { readonly name: string; readonly guide: string },
  view: View,
  { height, scale: most = Infinity, width }: Paper,
): Drawn {
  const flat = ({ x, y, z }: Point<'setup'>): readonly [number, number] =>
    view === 'side' ? [-y, z] : [x, y]
  const span = ({ shape }: Solid | Clamp): readonly (readonly [number, number])[] =>
    spanOf(shape).map(flat)
  const corners = [...cornersOfBox(placed).map(flat), ...[...solids, ...clamps].flatMap(span)]
  const [us, vs] = [corners.map(([u]) => u), corners.map(([, v]) => v)]
  const [u0, u1] = [Math.min(...us) - MARGIN_MM, Math.max(...us) + MARGIN_MM]
  const [v0, v1] = [Math.min(...vs), Math.max(...vs)]
  // Room for the name below, and for the arrows of X and Y beside it.
  const beside = view === 'above' ? 84 : 20
  const scale = Math.min(most, (width - beside) / (u1 - u0), (height - 92) / Math.max(1, v1 - v0))
  const sheet = new Sheet(
    scale,
    (width - beside + 20) / 2 - ((u0 + u1) / 2) * scale,
    height / 2 - 8 + ((v0 + v1) / 2) * scale,
  )
  for (const solid of solids)
    sheet.silhouette(span(solid), { fill: solid.tone ?? 'steel', stroke: 'soft', ref: solid.ref })
  const over = (): void => {
    const named = new Set<string>()
    for (const clamp of clamps) {
      const points = span(clamp)
      sheet.silhouette(points, {
        fill: 'steel',
        stroke: 'ink',
        width: 1.2,
        ref: clamp.id ?? 'clamp',
      })
      const [across, up] = [points.map(([u]) => u), points.map(([, v]) => v)]
      const thin = Math.min(spread(across), spread(up)) * scale
      // What is thinner than a word needs no name: the picture has many of it.
      if (thin < NAMED_PX || named.has(clamp.name)) continue
      named.add(clamp.name)
      // In front of the work the name goes under it, where it is not over the work.
      const isInFront = view === 'above' && Math.max(...up) <= placed.low.y + 1e-6
      sheet.words(
        (Math.min(...across) + Math.max(...across)) / 2,
        isInFront ? Math.min(...up) : Math.max(...up),
        clamp.name,
        { dy: isInFront ? 13 : -4, size: 12, ink: 'soft' },
      )
    }
    if (view === 'side')
      sheet.words((u0 + u1) / 2, v0, words.name, { dy: 17, size: 13, ink: 'soft' })
    else
      sheet.words((placed.low.x + placed.high.x) / 2, placed.high.y, words.guide, {
        dy: -8,
        size: 12,
        ink: 'soft',
      })
  }
  return { sheet, over, arrowsAt: [u1 + 36 / scale, v0], namesAt: v1 }
}

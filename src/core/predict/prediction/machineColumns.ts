import {
  add,
  AXES,
  type Axis,
  dot,
  type Point,
  scale,
  type Six,
  subtract,
  translation,
  turnDirection,
} from '../../ground/geometry'
import { expansionOf } from '../../handbook/standards'
import { axesInPart, driven, swungIn } from '../../plan/planning'
import { type Column } from '../../chain/variation'
import { type SetupMaking } from './making'

/** What one axis or pair of axes of the machine adds: the same in every setup on it. */
export function machineColumn(
  { book, machine }: SetupMaking,
  what: string,
  axis: Axis | undefined,
  six: Six,
  about: { cause: string; unit: 'mm/mm'; plusMinus: number; remedy: string },
): Column {
  return {
    source: book.index(`machine ${machine.id}, ${what} ${axis ?? ''}`, () => ({
      link: `machine ${machine.id}, ${what}`,
      gear: machine.name,
      lights: [],
      ...about,
    })),
    six,
  }
}

/** What an axis of the machine travels to a place, and the part's direction along that axis. */
interface Travel {
  readonly along: Point<'part'>
  readonly way: number
}

/** What each axis travels to a place from where zero was found on it. */
function travelsTo(making: SetupMaking, at: Point<'part'>): readonly Travel[] {
  const { found } = making
  return axesInPart(making).map((along, k): Travel => {
    const from = subtract(at, found[k] as Point<'part'>)
    return { along, way: readsOf(making, from, AXES[k] as Axis) }
  })
}

/** What an axis reads for a way in the part. */
const readsOf = (making: SetupMaking, way: Point<'part'>, axis: Axis): number =>
  driven(making, turnDirection(making.standing.setupFromPart, way))[axis]

/** By how much Y travel out of square takes a place aside, per unit: by how far back it lies from where zero in X was found. */
export function skewShift(making: SetupMaking, at: Point<'part'>): Point<'part'> {
  return scale(axesInPart(making)[0], readsOf(making, subtract(at, making.found[0]), 'y'))
}

/** Y travel leans towards X: what lies further back than where X was found comes out to one side. */
export const skewColumn = (making: SetupMaking, six: Six): Column =>
  machineColumn(making, 'skew', undefined, six, {
    cause: 'travel Y out of square to X',
    unit: 'mm/mm',
    plusMinus: making.machine.squarePer100 / 100,
    remedy: 'Find zero near what is cut, or have the machine squared.',
  })

/** Z travel leans: what is cut at another height than zero was found at comes out to one side. */
export function zSquareColumns(making: SetupMaking, at: Point<'part'>): readonly Column[] {
  const { axes, found, machine } = making
  // With the head swung the knee stays where it was, and the quill goes as the spindle leans.
  if (machine.zSquarePer100 === 0 || swungIn(making)) return []
  return ([0, 1] as const).map((k) => {
    const over = dot(subtract(at, found[k]), axes[2])
    return machineColumn(making, 'column', k === 0 ? 'x' : 'y', translation(scale(axes[k], over)), {
      cause: 'travel Z out of square to the table',
      unit: 'mm/mm',
      plusMinus: machine.zSquarePer100 / 100,
      remedy: 'Find zero at the height of what is cut, or have the column squared.',
    })
  })
}

/** Scales and screws that run long, and work that is not at 20 °C: both grow with the way from where zero was found. */
export function scaleColumns(making: SetupMaking, at: Point<'part'>): readonly Column[] {
  const { axes, book, found, machine, part, workshop } = making
  const columns: Column[] = []
  if (machine.scalePer100 > 0)
    travelsTo(making, at).forEach(({ along, way }, k) => {
      if (way === 0) return
      columns.push(
        machineColumn(making, 'scale', AXES[k], translation(scale(along, way)), {
          cause: 'scale or screw of the machine',
          unit: 'mm/mm',
          plusMinus: machine.scalePer100 / 100,
          remedy: 'Check the travel against a gauge block or a known distance.',
        }),
      )
    })
  const { temperatureK, thermal } = workshop.conditions
  const ways = axes.map((axis, k) => dot(subtract(at, found[k] as Point<'part'>), axis))
  if (thermal.counted && temperatureK > 0)
    columns.push({
      source: book.index('temperature', () => ({
        cause: 'work not at 20 °C',
        link: 'temperature',
        gear: 'shop',
        unit: 'mm/mm',
        plusMinus: temperatureK * expansionOf(part.material),
        remedy: 'Let the work and the machine come to one temperature, and measure at 20 °C.',
        lights: [],
      })),
      six: translation(
        axes.map((axis, k) => scale(axis, ways[k] as number)).reduce((a, b) => add(a, b)),
      ),
    })
  return columns
}

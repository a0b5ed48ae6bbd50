import {
  AXES,
  type Axis,
  point,
  type Point,
  rotationAbout,
  translation,
} from '../../ground/geometry'
import { type Column, type StackCut } from '../../chain/variation'
import { type Attached } from '../../shop/holding'
import { type PlannedSetup } from '../../plan/planning'
import { type ModelMaking } from './making'

const UNIT: Readonly<Record<Axis, Point<'part'>>> = {
  x: point(1, 0, 0),
  y: point(0, 1, 0),
  z: point(0, 0, 1),
}

/**
 * Faces of what is fixed to the part: off the part by how it was put there, once for all setups that hold it by
 * them, so that what is cut in those agrees; and each out of square by itself.
 */
export function attachedSurfaces(
  making: ModelMaking,
  planned: readonly PlannedSetup[],
): readonly StackCut[] {
  const all = new Map<string, Attached>()
  for (const { standing } of planned)
    if (standing.attached && !all.has(standing.attached.mark))
      all.set(standing.attached.mark, standing.attached)
  return [...all.values()].flatMap((attached) => {
    const shared = putOn(making, attached)
    return attached.faces.map(({ at, id, normal }) => ({
      surface: id,
      columns: [
        ...shared,
        ...AXES.filter((axis) => normal[axis] === 0).map((axis): Column => ({
          source: making.book.index(`${id}, square ${axis}`, () => ({
            cause: 'carrier out of square',
            link: 'carrier, square',
            gear: 'the carrier',
            plusMinus: attached.squareRad,
            remedy: 'Square the carrier once more, on the machine that it is used on.',
            lights: [],
          })),
          six: rotationAbout(at, UNIT[axis]),
        })),
      ],
    }))
  })
}

function putOn(
  { book }: ModelMaking,
  { cause, centre, mark, offMm, remedy, turnRad }: Attached,
): readonly Column[] {
  const column = (what: string, plusMinus: number, six: Column['six']): Column => ({
    source: book.index(`${mark}, ${what}`, () => ({
      cause,
      link: 'put on the carrier',
      gear: 'the carrier',
      plusMinus,
      remedy,
      lights: [],
    })),
    six,
  })
  return AXES.flatMap((axis) => [
    column(`off ${axis}`, offMm, translation(UNIT[axis])),
    column(`turned ${axis}`, turnRad, rotationAbout(centre, UNIT[axis])),
  ])
}

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
import { type PlaneSurface } from '../../work/part'
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
    return attached.faces.map(({ offMm, plane }) => ({
      surface: plane.id,
      columns: [...shared, ...faceColumns(making, attached, plane, offMm)],
    }))
  })
}

/** What a face of it is off by itself: out of square to the others, and out of its place. */
function faceColumns(
  { book }: ModelMaking,
  { name, squareRad }: Attached,
  { at, id, normal }: PlaneSurface,
  offMm: number,
): readonly Column[] {
  const square = AXES.filter((axis) => normal[axis] === 0).map((axis): Column => ({
    source: book.index(`${id}, square ${axis}`, () => ({
      cause: `${withoutThe(name)} out of square`,
      link: `${withoutThe(name)}, square`,
      gear: name,
      plusMinus: squareRad,
      remedy: 'Square it once more, on the machine that it is used on.',
      lights: [],
    })),
    six: rotationAbout(at, UNIT[axis]),
  }))
  if (offMm === 0) return square
  return [
    ...square,
    {
      source: book.index(`${id}, as bought`, () => ({
        cause: `${withoutThe(name)}, a side as bought`,
        link: `${withoutThe(name)}, as bought`,
        gear: name,
        plusMinus: offMm,
        remedy: `Skim the sides of ${name} in the first setup.`,
        lights: [],
      })),
      six: translation(normal),
    },
  ]
}

const withoutThe = (name: string): string => name.replace(/^the /, '')

function putOn(
  { book }: ModelMaking,
  { cause, centre, mark, name, offMm, remedy, turnRad }: Attached,
): readonly Column[] {
  const column = (what: string, plusMinus: number, six: Column['six']): Column => ({
    source: book.index(`${mark}, ${what}`, () => ({
      cause,
      link: `put on ${name}`,
      gear: name,
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

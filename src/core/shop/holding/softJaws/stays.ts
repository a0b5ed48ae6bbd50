import { type Axis, point, type Point } from '../../../ground/geometry'
import { storedStay, unkeptStay } from '../common'
import { type Stay } from '../kind'
import { softJawsAnchored } from './anchored'
import { type InSoftJaws } from './layout'
import { pinStay } from './pin'

/** What cut jaws keep: walls and floor as they were cut, or the axis of their bore. */
export function softJawsStays(own: InSoftJaws): Readonly<Record<Axis, Stay>> {
  const { faceAt, fixed, gapY, high, holding, low, work } = own
  const middle = point<'setup'>((low.x + high.x) / 2, (fixed.at + gapY[0]) / 2, low.z)
  const gear = { key: `soft jaws ${holding.blank}`, name: own.blank.name }
  const marks = softJawsAnchored(holding).marks
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  const beside = own.bored ? boredStays : walledStays
  return {
    ...beside(own, middle, gear),
    z: storedStay('z', gear, {
      by: 'floor of the jaws',
      where: `on the floor of the jaws, ${face('down')}`,
      at: low.z,
      place: middle,
      anchorAt: low.z,
      mark: marks.z.mark,
      plusMinus: work.machine.repeatMm,
      lights: ['parallels'],
    }),
  }
}

type SideStays = Pick<Readonly<Record<Axis, Stay>>, 'x' | 'y'>

/** Where they were cut is where the machine's own zero was: what a cut by the side of a cutter is off by. */
function walledStays(
  own: InSoftJaws,
  middle: Point<'setup'>,
  gear: { readonly key: string; readonly name: string },
): SideStays {
  const { end, faceAt, fixed, holding, work } = own
  const marks = softJawsAnchored(holding).marks
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  const wallMm = own.work.workshop.capabilities.wall.positionMm
  return {
    x: own.pin
      ? pinStay(own, own.pin, middle, gear)
      : end
        ? storedStay('x', gear, {
            by: 'end wall of the jaws',
            where: `at the end wall, ${face(holding.stop === 'right' ? 'right' : 'left')}`,
            at: end.at,
            place: { ...middle, x: end.at },
            anchorAt: end.at,
            mark: marks.x.mark,
            plusMinus: wallMm,
            lights: ['stop1'],
          })
        : unkeptStay(middle.x, middle),
    y: storedStay('y', gear, {
      by: 'wall of the fixed half',
      where: `at the wall of the fixed half, ${face('guide')}`,
      at: fixed.at,
      place: { ...middle, y: fixed.at },
      anchorAt: fixed.at,
      mark: marks.y.mark,
      plusMinus: wallMm,
      lights: ['jaw'],
    }),
  }
}

/** Bored halves keep the axis of their bore. */
function boredStays(
  own: InSoftJaws,
  middle: Point<'setup'>,
  gear: { readonly key: string; readonly name: string },
): SideStays {
  const marks = softJawsAnchored(own.holding).marks
  const kept = (axis: 'x' | 'y', at: number): Stay =>
    storedStay(axis, gear, {
      by: 'bore of the jaws',
      where: 'on the axis of the bore',
      at,
      place: { ...middle, [axis]: at },
      anchorAt: at,
      mark: marks[axis].mark,
      plusMinus: own.work.workshop.capabilities.wall.positionMm,
      lights: ['guide1', 'stop1'],
    })
  return { x: kept('x', own.bored?.x ?? 0), y: kept('y', 0) }
}

import {
  add,
  addSix,
  type Axis,
  cross,
  dot,
  type Point,
  rotationAbout,
  scale,
  translation,
} from '../../ground/geometry'
import { featureSurfaces, isSide, staysAsBought, type Surface } from '../../work/part'
import { leansAbout, processOf, swungIn } from '../../plan/planning'
import { cantileverDeflection } from '../../handbook/standards'
import { type Column, type StackCut } from '../../chain/variation'
import { type Op } from '../../plan/way'
import { figurePath, type FigureRef, figureRef } from '../../shop/workshop'
import { noteForm, noteSize } from './cutNotes'
import { headColumns } from './indexErrors'
import {
  machineColumn,
  scaleColumns,
  skewColumn,
  skewShift,
  zSquareColumns,
} from './machineColumns'
import { type SetupMaking } from './making'
import { ownError, type OwnError, RATIO } from './ownError'

/** The surfaces that a setup cuts, each with what machine and cutter add to it. */
export function cuts(making: SetupMaking): readonly StackCut[] {
  const found = new Map<string, StackCut>()
  for (const op of making.setup.ops)
    for (const surface of surfacesOfOp(making, op))
      found.set(surface.id, { surface: surface.id, columns: cutColumns(making, op, surface) })
  return [...found.values()]
}

function surfacesOfOp({ part, surfaces }: SetupMaking, op: Op): readonly Surface[] {
  if (isSide(op.feature)) {
    const face = surfaces.get(op.feature)
    return face ? [face] : []
  }
  const feature = part.features.find((f) => f.id === op.feature)
  // What the casting keeps of it as it came is where the casting has it, whatever else of it is cut.
  return feature ? featureSurfaces(part, feature).filter(({ id }) => !staysAsBought(part, id)) : []
}

/** m: what machine and cutter add to a surface cut here. */
function cutColumns(making: SetupMaking, op: Op, surface: Surface): readonly Column[] {
  const own = ownError(making, op, surface)
  const place = surface.kind === 'axis' ? middleOfAxis(surface) : surface.at
  const shared = [
    ...scaleColumns(making, place),
    ...zSquareColumns(making, place),
    ...headColumns(making, place),
  ]
  if (surface.kind === 'axis') {
    noteSize(making, op, surface, own)
    return making.standing.handsOn
      ? handedOnColumns(making, op, surface, own)
      : [...axisColumns(making, surface, own), ...shared]
  }
  noteForm(making, op, surface, own)
  const across = Math.abs(dot(surface.normal, making.axes[2]))
  return across > 0.5
    ? [...flatColumns(making, op, surface, own), ...shared]
    : [...wallColumns(making, op, surface, own), ...shared]
}

const middleOfAxis = (axis: Surface & { kind: 'axis' }): Point<'part'> =>
  scale(add(axis.from, axis.to), 0.5)

interface Erring {
  readonly by: number
  readonly figure: FigureRef
}

function placeError(making: SetupMaking, op: Op): Erring {
  const { machine, workshop } = making
  const process = processOf(making, op)
  const { positionMm } = workshop.capabilities[process]
  const by = Math.hypot(positionMm, machine.repeatMm)
  const path = figurePath('capabilities', process, 'positionMm')
  return { by, figure: figureRef(path, positionMm, by) }
}

function leanOf(making: SetupMaking, op: Op): Erring {
  const process = processOf(making, op)
  const by = making.workshop.capabilities[process].leanPer100 / 100
  return { by, figure: figureRef(figurePath('capabilities', process, 'leanPer100'), by) }
}

function axisColumns(
  making: SetupMaking,
  surface: Surface & { kind: 'axis' },
  own: OwnError,
): readonly Column[] {
  const { axes, machine, setup } = making
  const [x, y, z] = axes
  const op = setup.ops.findLast((o) => o.feature === surface.owner) as Op
  const mouth = mouthOf(surface, z)
  const tram = (name: Axis, axis: Point<'part'>): Column =>
    machineColumn(making, 'tram', name, rotationAbout(mouth, axis), {
      cause: 'spindle out of square',
      unit: 'mm/mm',
      plusMinus: machine.tramPer100 / 100,
      remedy: 'Tram the spindle.',
    })
  const [place, lean] = [placeError(making, op), leanOf(making, op)]
  const swung = swungIn(making)
  const swungAbout = swung && leansAbout(swung.lean)
  return [
    own('place x', place.by, translation(x), { figure: place.figure }),
    own('place y', place.by, translation(y), { figure: place.figure }),
    own('lean x', lean.by, rotationAbout(mouth, x), { ...RATIO, figure: lean.figure }),
    own('lean y', lean.by, rotationAbout(mouth, y), { ...RATIO, figure: lean.figure }),
    // What a swung head is off by over the axis that it swings about is its own angle.
    ...(swungAbout === 'x' ? [] : [tram('x', x)]),
    ...(swungAbout === 'y' ? [] : [tram('y', y)]),
    skewColumn(making, translation(skewShift(making, mouth))),
  ]
}

/** A hole that is made through that of another part follows it, not the machine's travel; it leans as the drill does. */
function handedOnColumns(
  making: SetupMaking,
  op: Op,
  surface: Surface & { kind: 'axis' },
  own: OwnError,
): readonly Column[] {
  const { axes, standing } = making
  const [x, y, z] = axes
  const lean = leanOf(making, op)
  const mouth = mouthOf(surface, z)
  return (
    [
      ['x', x],
      ['y', y],
    ] as const
  ).flatMap(([name, axis]) => [
    ...(standing.handsOn?.errors ?? []).map(({ cause, distribution, key, plusMinus, remedy }) =>
      own(`${key} ${name}`, plusMinus, translation(axis), {
        cause,
        remedy,
        ...(distribution && { distribution }),
      }),
    ),
    own(`lean ${name}`, lean.by, rotationAbout(mouth, axis), { ...RATIO, figure: lean.figure }),
  ])
}

/** The upper end of an axis as the part stands. */
const mouthOf = (surface: Surface & { kind: 'axis' }, up: Point<'part'>): Point<'part'> =>
  dot(surface.from, up) > dot(surface.to, up) ? surface.from : surface.to

function flatColumns(
  making: SetupMaking,
  op: Op,
  surface: Surface & { kind: 'plane' },
  own: OwnError,
): readonly Column[] {
  const { axes, book, machine, setup } = making
  const [x, y, z] = axes
  const toolLength = book.index(
    `at ${setup.id}, tool length ${op.cutter ?? processOf(making, op)}`,
    () => ({
      cause: 'tool length',
      link: `at ${setup.id}, tool length`,
      setup: setup.id,
      isSettled: true,
      plusMinus: machine.toolLengthMm,
      figure: figureRef(figurePath('machines', machine.id, 'toolLengthMm'), machine.toolLengthMm),
      remedy: 'Touch the tool off on the part itself.',
      lights: setup.ops.map((o) => o.feature),
    }),
  )
  const [place, lean] = [placeError(making, op), leanOf(making, op)]
  return [
    own('depth', place.by, translation(z), { figure: place.figure }),
    { source: toolLength, six: translation(z) },
    own('lean x', lean.by, rotationAbout(surface.at, x), { ...RATIO, figure: lean.figure }),
    own('lean y', lean.by, rotationAbout(surface.at, y), { ...RATIO, figure: lean.figure }),
  ]
}

function wallColumns(
  making: SetupMaking,
  op: Op,
  surface: Surface & { kind: 'plane' },
  own: OwnError,
): readonly Column[] {
  const { axes } = making
  const [x, , z] = axes
  const [place, lean] = [placeError(making, op), leanOf(making, op)]
  const leaning = { ...RATIO, figure: lean.figure }
  const wall = [
    own('place', place.by, translation(surface.normal), { figure: place.figure }),
    own('lean', lean.by, rotationAbout(surface.at, cross(surface.normal, z)), leaning),
    own('turn', lean.by / 4, rotationAbout(surface.at, z), leaning),
    ...deflection(making, op, surface, own),
  ]
  // Y travel out of square turns a wall along Y as a whole.
  const turned = addSix(
    rotationAbout(surface.at, z, -1),
    translation(skewShift(making, surface.at)),
  )
  return Math.abs(dot(surface.normal, x)) > 0.5 ? [...wall, skewColumn(making, turned)] : wall
}

/** Reach taken beyond the depth of a wall, and the diameter where no cutter is named (common practice, no source). */
const CLEAR_REACH_MM = 5
const USUAL_END_MILL_MM = 10
/** The stiffness of a fluted shank is that of a round one of this part of its diameter (common practice, no source). */
const FLUTED = 0.8

/** An end mill gives way to the cut and leaves metal on: the wall stands proud, never the other way. */
function deflection(
  { axes, workshop }: SetupMaking,
  op: Op,
  surface: Surface & { kind: 'plane' },
  own: OwnError,
): readonly Column[] {
  const { deflection: counts, modulusGPa, sideForceN } = workshop.conditions
  if (!counts.counted || sideForceN === 0) return []
  const cutter = workshop.cutters.find((c) => c.id === op.cutter)
  const diameter = cutter?.diameter ?? USUAL_END_MILL_MM
  const heights = surface.corners.map((c) => dot(c, axes[2]))
  const reach = Math.max(2 * diameter, Math.max(...heights) - Math.min(...heights) + CLEAR_REACH_MM)
  const gives = cantileverDeflection(sideForceN, reach, FLUTED * diameter, modulusGPa * 1000)
  return [
    own('deflection', gives, translation(surface.normal), {
      distribution: 'one-sided',
      cause: `end mill ${diameter} gives way over ${Math.round(reach)} mm of reach`,
      remedy: 'Take a shorter or thicker cutter, or pass again at the same setting.',
    }),
  ]
}

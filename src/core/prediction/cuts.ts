import {
  addSix,
  cross,
  dot,
  type Point,
  point,
  rotationAbout,
  scale,
  type Six,
  subtract,
  translation,
} from '../geometry'
import { featureSurfaces, isSide, middleOf, refLabel, type Surface } from '../part'
import { processOf, setupAxes, type ViseLayout } from '../planning'
import { type Column, type StackCut } from '../variation'
import { type Op, type Setup } from '../way'
import { type Context } from './context'

/** The surfaces that a setup cuts, each with what machine and cutter add to it. */
export function cuts(
  context: Context,
  i: number,
  setup: Setup,
  layout: ViseLayout,
): readonly StackCut[] {
  const found = new Map<string, StackCut>()
  for (const op of setup.ops) {
    for (const surface of surfacesOfOp(context, op))
      found.set(surface.id, {
        surface: surface.id,
        columns: cutColumns(context, i, setup, layout, op, surface),
      })
  }
  return [...found.values()]
}

function surfacesOfOp({ part, surfaces }: Context, op: Op): readonly Surface[] {
  if (isSide(op.feature)) {
    const face = surfaces.get(op.feature)
    return face ? [face] : []
  }
  const feature = part.features.find((f) => f.id === op.feature)
  return feature ? featureSurfaces(part, feature) : []
}

/** m: what machine and cutter add to a surface cut here. */
function cutColumns(
  context: Context,
  i: number,
  setup: Setup,
  layout: ViseLayout,
  op: Op,
  surface: Surface,
): readonly Column[] {
  const { book, part, workshop } = context
  const process = processOf(part, setup, op)
  const can = workshop.capabilities[process]
  const { machine } = layout
  const [x, y, z] = setupAxes(setup)
  const what = refLabel(part, op.feature)
  const link = `${i} cut ${op.feature}`
  const own = (
    id: string,
    plusMinus: number,
    six: Six,
    distribution: 'normal' | 'one-sided' = 'normal',
  ): Column => ({
    source: book.index(`${i} ${surface.id} ${id}`, () => ({
      label: `machine and cutter, ${what}`,
      link,
      setup: i,
      plusMinus,
      distribution,
    })),
    six,
  })
  const place = Math.hypot(can.positionMm, machine.repeatMm)
  if (can.formMm > 0 && surface.kind === 'plane')
    context.formSource.set(
      surface.id,
      own('form', can.formMm, translation(point(0, 0, 0)), 'one-sided').source,
    )
  if (surface.kind === 'axis') {
    const feature = part.features.find((f) => f.id === op.feature)
    if (can.sizeMm > 0 && feature)
      context.sizeSource.set(
        surface.id,
        own('size', can.sizeMm, translation(point(0, 0, 0))).source,
      )
    const mouth = dot(surface.from, z) > dot(surface.to, z) ? surface.from : surface.to
    const tram = (name: string, axis: Point<'part'>): Column =>
      machineColumn(
        context,
        layout,
        `tram ${name}`,
        'spindle out of square',
        machine.tramPer100 / 100,
        rotationAbout(mouth, axis),
      )
    return [
      own('place x', place, translation(x)),
      own('place y', place, translation(y)),
      own('lean x', can.leanPer100 / 100, rotationAbout(mouth, x)),
      own('lean y', can.leanPer100 / 100, rotationAbout(mouth, y)),
      tram('x', x),
      tram('y', y),
      skew(context, layout, mouth, x, y),
    ]
  }
  const across = dot(surface.normal, z)
  if (Math.abs(across) > 0.5) {
    const toolLength = book.index(`${i} tool length ${op.cutter ?? process}`, () => ({
      label: 'tool length',
      link: `${i} tool length`,
      setup: i,
      plusMinus: machine.toolLengthMm,
    }))
    return [
      own('depth', place, translation(z)),
      { source: toolLength, six: translation(z) },
      own('lean x', can.leanPer100 / 100, rotationAbout(surface.at, x)),
      own('lean y', can.leanPer100 / 100, rotationAbout(surface.at, y)),
    ]
  }
  const level = cross(surface.normal, z)
  const wall = [
    own('place', place, translation(surface.normal)),
    own('lean', can.leanPer100 / 100, rotationAbout(surface.at, level)),
    own('turn', can.leanPer100 / 400, rotationAbout(surface.at, z)),
  ]
  return Math.abs(dot(surface.normal, x)) > 0.5
    ? [...wall, skewTurn(context, layout, surface.at, y, z, x)]
    : wall
}

function machineColumn(
  { book }: Context,
  { machine }: ViseLayout,
  id: string,
  label: string,
  plusMinus: number,
  six: Six,
): Column {
  const link = `${machine.id} ${id.split(' ')[0] ?? id}`
  return {
    source: book.index(`${machine.id} ${id}`, () => ({
      label,
      link,
      gear: machine.name,
      plusMinus,
    })),
    six,
  }
}

/** Y travel leans towards X: a place `y` further back from the middle of the work comes out to one side. */
function skew(
  context: Context,
  layout: ViseLayout,
  at: Point<'part'>,
  x: Point<'part'>,
  y: Point<'part'>,
): Column {
  const back = dot(subtract(at, middleOf(context.part)), y)
  return machineColumn(
    context,
    layout,
    'skew',
    'travel Y out of square to X',
    layout.machine.squarePer100 / 100,
    translation(scale(x, back)),
  )
}

/** The same lean for a wall along Y: it turns as a whole. */
function skewTurn(
  context: Context,
  layout: ViseLayout,
  at: Point<'part'>,
  y: Point<'part'>,
  z: Point<'part'>,
  x: Point<'part'>,
): Column {
  const back = dot(subtract(at, middleOf(context.part)), y)
  const six = addSix(rotationAbout(at, z, -1), translation(scale(x, back)))
  return machineColumn(
    context,
    layout,
    'skew',
    'travel Y out of square to X',
    layout.machine.squarePer100 / 100,
    six,
  )
}

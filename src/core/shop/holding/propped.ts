import { capital, finding, type Finding } from '../../ground/finding'
import { applyMotion, point, type Point, withAxis } from '../../ground/geometry'
import { boundsOf, round, spanOf } from '../../ground/recipe'
import { type Side } from '../../work/part'
import { hasMetal } from '../../work/stock'
import { lengthIn } from './common'
import { throughHoles } from './cuts'
import { type Inspected, type Locator, type Solid, type Standing, type View } from './kind'
import { locatorPlane } from './locators'
import { toSetup, type Work } from './work'

/** A jack under the work: it neither locates nor clamps, it is brought up until it just carries. */
export interface Prop {
  readonly id: string
  /** The face that it stands under, and where, as a contact of that face, mm in the part. */
  readonly surface: string
  readonly u: number
  readonly v: number
}

/** Half across the head of a jack, mm (common practice, no source). */
const HEAD_MM = 8

interface Stood {
  readonly prop: Prop
  /** Where its head touches, in the setup. */
  readonly head: Point<'setup'>
  readonly normal: Point<'part'>
  readonly bears: boolean
}

/** A part propped by jacks, wherever what holds it leaves it hanging. */
export function propped(standing: Standing, props: readonly Prop[], work: Work): Standing {
  if (props.length === 0) return standing
  const down = standing.faceAt.down
  const stood = props.flatMap((prop) => headOf(standing, down, prop, work))
  const jacks = stood.map(({ head, prop }) => jackUnder(standing, prop, head))
  const length = lengthIn(work)
  return {
    ...standing,
    solids: [...standing.solids, ...jacks],
    words: {
      ...standing.words,
      lines: [...standing.words.lines, ...stood.map(({ head }) => lineOf(head, length))],
    },
    findings: (inspected) => [
      ...standing.findings(inspected),
      ...propFindings(standing, props, stood, work, inspected),
    ],
    draw: (view, paper, zeroX) => {
      const drawn = standing.draw(view, paper, zeroX)
      for (const { ref, shape } of jacks)
        drawn.sheet.silhouette(
          spanOf(shape).map((p) => flat(view, p)),
          { fill: 'steel', stroke: 'ink', ref },
        )
      return {
        ...drawn,
        // Under the work it is hidden from above: its head is marked over it, to be picked and drawn.
        over: () => {
          drawn.over()
          if (view !== 'above') return
          for (const { bears, head, prop } of stood)
            drawn.sheet.circle(head.x, head.y, HEAD_MM, {
              stroke: bears ? 'ochre' : 'red',
              fill: 'none',
              width: 2,
              dash: 'hidden',
              ref: prop.id,
            })
        },
      }
    },
  }
}

/** On paper: from the left Y to the left and Z up, from above X and Y. What stands far down is not followed. */
const flat = (view: View, { x, y, z }: Point<'setup'>): readonly [number, number] =>
  view === 'side' ? [-y, Math.max(z, 0)] : [x, y]

const lineOf = (head: Point<'setup'>, length: (mm: number) => string): string =>
  `A jack under it at X ${length(head.x)}, Y ${length(head.y)} of the holding: bring it up last, until an indicator on the work over it just moves; lock it.`

/** Where the jacks of a setup touch, as places that can be moved on the face that is down. */
export const propPlaces = (
  standing: Standing,
  props: readonly Prop[],
  work: Work,
): readonly PropPlace[] =>
  props.flatMap((prop) =>
    headOf(standing, standing.faceAt.down, prop, work).map(({ bears, head, normal }) => ({
      id: prop.id,
      role: 'rest' as const,
      surface: prop.surface,
      normal,
      inSetup: head,
      bears,
    })),
  )

/** A jack as something that can be moved like a contact. */
export type PropPlace = Pick<Locator, 'id' | 'role' | 'surface' | 'normal' | 'inSetup' | 'bears'>

function headOf(
  standing: Standing,
  down: Side | undefined,
  prop: Prop,
  { before, part, surfaces }: Work,
): readonly Stood[] {
  const surface = surfaces.get(prop.surface)
  if (prop.surface !== down || surface?.kind !== 'plane') return []
  const [u, v] = locatorPlane(surface)
  const place = toSetup(standing, withAxis(withAxis(surface.at, u, prop.u), v, prop.v))
  const head = { ...place, z: standing.low.z }
  const at = applyMotion(standing.partFromSetup, head)
  return [{ prop, head, normal: surface.normal, bears: hasMetal(part, before, surface, at) }]
}

/** From what stands under the place, or from the table, up to the work. */
function jackUnder(
  { overTableMm, solids }: Pick<Standing, 'overTableMm' | 'solids'>,
  { id }: Prop,
  head: Point<'setup'>,
): Solid {
  const under = solids
    .map(({ shape }) => boundsOf(shape))
    .filter(
      ({ high, low }) =>
        head.x > low.x && head.x < high.x && head.y > low.y && head.y < high.y && high.z < head.z,
    )
  const from = Math.max(-overTableMm, ...under.map(({ high }) => high.z))
  return {
    name: 'jack',
    ref: id,
    shape: round<'setup'>(point(head.x, head.y, Math.min(from, head.z - 1)), head, HEAD_MM),
  }
}

function propFindings(
  standing: Standing,
  props: readonly Prop[],
  stood: readonly Stood[],
  work: Work,
  { index, length, name, ops }: Inspected,
): readonly Finding[] {
  const gone = props
    .filter((prop) => !stood.some((s) => s.prop === prop))
    .map((prop) =>
      finding(
        'prop.not-down',
        index,
        `A jack is to stand under ${name(prop.surface)}, which is not down here.`,
        'Take it away, or put it under the face that is down.',
        { feature: prop.surface, contact: prop.id },
      ),
    )
  const holes = ops.flatMap((op) =>
    throughHoles(standing, work, op).map((hole) => ({ ...hole, op })),
  )
  return [
    ...gone,
    ...stood.flatMap(({ bears, head, prop }) => {
      const drilled = holes.find(
        ({ at, radius }) => Math.hypot(at.x - head.x, at.y - head.y) < radius + HEAD_MM,
      )
      return [
        ...(bears
          ? []
          : [
              finding(
                'prop.no-metal',
                index,
                `Nothing of the work is over the jack at X ${length(head.x)}, Y ${length(head.y)}.`,
                'Put it where there is metal.',
                { contact: prop.id },
              ),
            ]),
        ...(drilled
          ? [
              finding(
                'prop.drilled',
                index,
                `${capital(name(drilled.op.feature))} comes through over a jack.`,
                'Move the jack aside by more than the hole is wide.',
                { contact: prop.id, feature: drilled.op.feature },
              ),
            ]
          : []),
      ]
    }),
  ]
}

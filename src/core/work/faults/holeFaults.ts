import { type HolePlace, holesOf, planeOf, refLabel, sizeAlong } from '../part'
import { parseThread } from '../../handbook/standards'
import { boxFaults } from './boxFaults'
import { andMore, headRadius, leastWall, radiusOf, Worst } from './holeWalls'
import { type Drawn } from './drawn'
import { crossingRules, leaningRules, neighbourRules } from './wallFaults'
import { type Finding, finding, capital } from '../../ground/finding'

/** Full thread a screw needs, in diameters, by the words for the material (common practice, no source). */
const THREAD_DIAMETERS: readonly (readonly [RegExp, number])[] = [
  [/alumin|plastic/i, 1.5],
  [/iron|brass|bronze/i, 1.25],
]
const USUAL_DIAMETERS = 1

/** What the drawing itself asks of the holes that cannot be, or that will be regretted. */
export function holeFaults(drawn: Drawn): readonly Finding[] {
  const holes = holesOf(drawn.part)
  return [
    ...edgeRules(drawn, holes),
    ...neighbourRules(drawn, holes),
    ...leaningRules(drawn, holes),
    ...crossingRules(drawn, holes),
    ...boxFaults(drawn, holes),
    ...threadRules(drawn),
    ...sameDrillRules(drawn),
  ]
}

/** Metal between a hole and the edge of its face; a head that runs off it. */
function edgeRules({ part, length }: Drawn, holes: readonly HolePlace[]): readonly Finding[] {
  const worst = new Worst()
  for (const place of holes) {
    const { hole, key, mouth } = place
    const [u, v] = planeOf(hole.on)
    const toEdge = Math.min(
      mouth[u],
      sizeAlong(part, u) - mouth[u],
      mouth[v],
      sizeAlong(part, v) - mouth[v],
    )
    // A hole that leans meets its face in an ellipse.
    const spread = hole.tilt ? 1 / Math.cos(hole.tilt.angle.rad) : 1
    const [wall, rim] = [toEdge - radiusOf(place) * spread, toEdge - headRadius(place) * spread]
    const name = capital(refLabel(part, key))
    const about = { feature: hole.id }
    if (wall < 0)
      worst.add(`breaks ${hole.id}`, wall, (more) =>
        finding(
          'hole.breaks-edge',
          undefined,
          `${name} breaks out of the edge.`,
          `By ${length(-wall)}. Move it in by at least ${length(-wall + leastWall(radiusOf(place)))}.${andMore(more)}`,
          about,
        ),
      )
    else if (wall < leastWall(radiusOf(place)))
      worst.add(`edge ${hole.id}`, wall, (more) =>
        finding(
          'hole.edge',
          undefined,
          `${name} leaves ${length(wall)} to the edge.`,
          `At least ${length(leastWall(radiusOf(place)))} should stay (common practice). Move it in, or ask whether the drawing means it.${andMore(more)}`,
          about,
        ),
      )
    if (rim < 0 && wall >= 0 && hole.head.kind !== 'none')
      worst.add(`head ${hole.id}`, rim, (more) =>
        finding(
          'hole.head-off-edge',
          undefined,
          `The ${hole.head.kind} of ${refLabel(part, key)} runs off the edge.`,
          `By ${length(-rim)}. Make it smaller, or move the hole in.${andMore(more)}`,
          about,
        ),
      )
  }
  return worst.findings
}

/** Threads too short for the material. */
function threadRules({ part, length }: Drawn): readonly Finding[] {
  const needed =
    THREAD_DIAMETERS.find(([words]) => words.test(part.material))?.[1] ?? USUAL_DIAMETERS
  return part.features.flatMap((hole) => {
    const thread = hole.kind === 'hole' && hole.thread ? parseThread(hole.thread) : undefined
    if (hole.kind !== 'hole' || !thread || hole.extent.kind === 'open') return []
    const [u, v] = planeOf(hole.on)
    const axis = (['x', 'y', 'z'] as const).find((other) => other !== u && other !== v) ?? 'z'
    const full = hole.extent.kind === 'deep' ? hole.extent.depth.mm : sizeAlong(part, axis)
    if (full >= needed * thread.majorMm - 1e-9) return []
    return [
      finding(
        'hole.thread-short',
        undefined,
        `Only ${length(full)} of thread in ${refLabel(part, hole.id)}.`,
        `In ${part.material} a screw wants ${needed} diameters, ${length(needed * thread.majorMm)} (common practice; a qualified person decides where it matters). Go deeper, or put in an insert.`,
        { feature: hole.id },
      ),
    ]
  })
}

/** Plain holes of the size of another hole’s tapping drill, which get taken for it at the machine. */
function sameDrillRules({ part }: Drawn): readonly Finding[] {
  const tapped = part.features.flatMap((hole) => {
    const thread = hole.kind === 'hole' && hole.thread ? parseThread(hole.thread) : undefined
    return thread ? [{ hole, drill: thread.majorMm - thread.pitchMm }] : []
  })
  return part.features.flatMap((plain) => {
    if (plain.kind !== 'hole' || plain.making !== 'drill') return []
    const same = tapped.find(
      ({ drill, hole }) => hole.on === plain.on && Math.abs(drill - plain.diameter.mm) < 0.06,
    )
    if (!same) return []
    return [
      finding(
        'hole.same-drill',
        undefined,
        `Easily taken for each other: ${refLabel(part, plain.id)} and the tapping holes of ${refLabel(part, same.hole.id)}.`,
        'The same drill makes both: tick them by number, or the wrong ones get tapped.',
        { feature: plain.id },
      ),
    ]
  })
}

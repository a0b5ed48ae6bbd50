import { boughtOf, directionWords, isSide, oppositeOf, refsOf, SIDES } from '../../work/part'
import { type PlannedSetup, isReached, upDirectionsFor, wantedCuts } from '../../plan/planning'
import { type Prediction } from '../../predict/prediction'
import { danglingWayCodes, type Op, wayIssues } from '../../plan/way'
import { type Inspection } from './inspection'
import { type Finding, finding, capital, listWords } from '../../ground/finding'
import { draftMm } from '../../work/stock'
import { cutterRules } from './cutterRules'
import { refusedTie } from './drawingFindings'
import { holdingRules } from './holdingRules'
import { zeroRules } from './zeroRules'

/** Is everything cut, once, where the cutter reaches it, and is what is needed later still there? */
export function cutRules(inspection: Inspection): readonly Finding[] {
  return [
    ...dangling(inspection),
    ...neverAndTwice(inspection),
    ...inspection.looked.flatMap((planned) => [
      ...reachRules(inspection, planned, planned.index),
      ...cutterRules(inspection, planned, planned.index),
      ...zeroRules(inspection, planned, planned.index),
      ...holdingRules(inspection, planned, planned.index),
    ]),
    ...cleanup(inspection),
    ...empty(inspection),
  ]
}

/** Do the ties find their datums as they are written? */
export const tieRules = (
  inspection: Inspection,
  { requirements }: Prediction,
): readonly Finding[] => [...datumLost(inspection, requirements), ...refused(requirements)]

/** What the way names but the part no longer has. */
function dangling({ part, way, workshop }: Inspection): Finding[] {
  return wayIssues(workshop, part, way)
    .filter((issue) => danglingWayCodes.has(issue.code))
    .map((issue) =>
      finding(
        'way.dangling',
        issue.setup,
        issue.sentence,
        'It was taken off the part or renamed. Untick it here, or choose another.',
      ),
    )
}

function neverAndTwice({ part, way, name }: Inspection): Finding[] {
  const wanted = wantedCuts(part)
  const times = (ref: string): number[] =>
    way.setups.flatMap((setup, i) =>
      setup.ops.filter((op) => op.feature === ref && op.pass === 'finish').map(() => i),
    )
  const twice = wanted.flatMap((ref) => {
    const cuts = times(ref)
    if (cuts.length < 2) return []
    return [
      finding(
        'cut.twice',
        cuts[1],
        `${capital(name(ref))} is finished twice.`,
        `Finished in setups ${listWords(cuts.map((i) => String(i + 1)))}; the last one counts and the location of the first is lost. Make the first a roughing cut.`,
        { feature: ref },
      ),
    ]
  })
  const never = wanted.filter((ref) => times(ref).length === 0)
  return [...(way.setups.length > 0 ? neverCut(never, way, name) : []), ...twice]
}

/** So many that are never cut are said one by one. */
const FEW = 2

/** What no setup cuts: while nothing is cut at all, one line that says how much there is. */
function neverCut(
  never: readonly string[],
  way: Inspection['way'],
  name: Inspection['name'],
): Finding[] {
  if (never.length > 0 && way.setups.every(({ ops }) => ops.length === 0))
    return [
      finding(
        'way.uncut',
        undefined,
        `${never.length} to cut.`,
        'Nothing is ticked yet. Under Cuts take all that can be reached at once, or pick it on the picture.',
      ),
    ]
  if (never.length > FEW)
    return [
      finding(
        'cut.never',
        undefined,
        `${never.length} are never cut.`,
        `${capital(listWords(never.map(name)))}. Tick each in a setup where it can be reached from above.`,
        { feature: never[0] },
      ),
    ]
  return never.map((ref) =>
    finding(
      'cut.never',
      undefined,
      `${capital(name(ref))} is never cut.`,
      'Tick it in a setup where it can be reached from above.',
      { feature: ref },
    ),
  )
}

function reachRules({ part, name }: Inspection, planned: PlannedSetup, i: number): Finding[] {
  const { setup, standing } = planned
  return setup.ops.flatMap((op) => {
    const { feature } = op
    const held = standing.held.find(({ face }) => face === feature)
    if (held)
      return [
        finding('cut.held-face', i, `${capital(name(feature))} ${held.what}`, held.rest, {
          feature,
        }),
      ]
    if (isReached(planned, feature)) return []
    const ups = upDirectionsFor(part, feature).map((out) => directionWords(part, out))
    return [
      finding(
        'cut.unreachable',
        i,
        `${capital(name(feature))} cannot be reached from above.`,
        `Here ${directionWords(part, standing.setupFromPart.rows[2])} is up; it is cut with ${listWords(ups)} up.`,
        { feature },
      ),
    ]
  })
}

/** Whether the stock on a face is enough for the unevenness it was bought with, both together. */
function cleanup({ part, name, length }: Inspection): Finding[] {
  const refs = part.features.flatMap(({ bought, id }) =>
    bought?.walls ? [`${id}.floor`, `${id}.wall`] : [id],
  )
  return [...SIDES, ...refs].flatMap((ref) => {
    const face = boughtOf(part, ref)
    const lost = isSide(ref) ? draftMm(part, ref) : 0
    if (!face?.toCut || face.bought === 'cut' || face.stock.mm - lost >= face.spread.mm) return []
    return [
      finding(
        'cut.no-cleanup',
        undefined,
        `${capital(name(ref))} may not clean up.`,
        `${length(Math.max(0, face.stock.mm - lost))} is left on what wanders ±${length(face.spread.mm)}${lost > 0 ? ', at its narrow end' : ''}. Order it larger, or shift the part in the stock.`,
        { feature: ref },
      ),
    ]
  })
}

/** A datum cut again after features were located from it: they agree with the face that was. */
function datumLost(
  { part, name, way }: Inspection,
  requirements: Prediction['requirements'],
): Finding[] {
  const found = new Map<string, Finding>()
  for (const { requirement } of requirements) {
    const [of = '', ...datums] = refsOf(requirement).map((ref) => ref.split(/[.|]/))
    const finished = lastFinish(way.setups, of[0] ?? '')
    if (finished === undefined) continue
    for (const datum of datums.flat()) {
      const recut = lastFinish(way.setups, datum)
      const first = boughtOf(part, datum)?.bought === 'cut' ? -1 : firstUse(way.setups, datum)
      if (recut === undefined || first === undefined || first >= finished || recut <= finished)
        continue
      found.set(
        `${datum} ${requirement.id}`,
        finding(
          'datum.lost',
          recut,
          `${capital(name(datum))} is cut again after ${name(of[0] ?? '')} was located from it.`,
          `Setup ${finished + 1} cut ${name(of[0] ?? '')} to the ${name(datum)} of ${first < 0 ? 'the stock' : `setup ${first + 1}`}; cutting it again loses that. Finish ${name(datum)} first${isSide(datum) ? `, or hand the location on to ${name(oppositeOf(datum))} before` : ''}.`,
          { feature: datum, requirement: requirement.id },
        ),
      )
    }
  }
  return [...found.values()]
}

/** Ties that cannot be measured as they are written: said, and no figure given. */
function refused(requirements: Prediction['requirements']): Finding[] {
  return requirements.flatMap(({ reason = '', refused: code, requirement, title }) =>
    code === undefined ? [] : [refusedTie(title, code, reason, requirement.id)],
  )
}

function empty({ part, way }: Inspection): Finding[] {
  const wanted = wantedCuts(part).length
  return way.setups.length > 0
    ? []
    : [
        finding(
          'way.empty',
          undefined,
          'This way has no setup yet.',
          `${wanted} faces and features are to be cut. Begin with the first setup: which face is up, which to the fixed jaw.`,
        ),
      ]
}

const lastFinish = (setups: readonly { ops: readonly Op[] }[], ref: string): number | undefined => {
  const index = setups.findLastIndex((s) =>
    s.ops.some((op) => op.feature === ref && op.pass === 'finish'),
  )
  return index < 0 ? undefined : index
}
const firstUse = (setups: readonly { ops: readonly Op[] }[], ref: string): number | undefined => {
  const index = setups.findIndex((s) => s.ops.some((op) => op.feature === ref))
  return index < 0 ? undefined : index
}

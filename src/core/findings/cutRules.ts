import { isSide, oppositeOf, refsOf, SIDES } from '../part'
import { upSidesFor } from '../planning'
import { type PlannedSetup } from '../prediction'
import { danglingWayCodes, type Op, wayIssues } from '../way'
import { capital, listWords, type RuleContext } from './context'
import { type Finding, finding } from './finding'
import { jawRules } from './jawRules'
import { zeroRules } from './zeroRules'

/** Is everything cut, once, where the cutter reaches it, and is what is needed later still there? */
export function cutRules(context: RuleContext): readonly Finding[] {
  return [
    ...dangling(context),
    ...neverAndTwice(context),
    ...context.analysis.model.planned.flatMap((planned, i) => [
      ...reachRules(context, planned, i),
      ...zeroRules(context, planned, i),
      ...jawRules(context, planned, i),
    ]),
    ...cleanup(context),
    ...datumLost(context),
    ...refused(context),
    ...empty(context),
  ]
}

/** What the way names but the part no longer has. */
function dangling({ part, way, workshop }: RuleContext): Finding[] {
  return wayIssues(workshop, part, way)
    .filter((issue) => danglingWayCodes.has(issue.code))
    .map((issue) =>
      finding(
        'way.dangling',
        Number(/^setups\.(\d+)/.exec(issue.path)?.[1] ?? 0),
        issue.sentence,
        'It was taken off the part or renamed. Untick it here, or choose another.',
      ),
    )
}

function neverAndTwice({ part, way, name }: RuleContext): Finding[] {
  const wanted = [
    ...SIDES.filter((side) => part.faces[side].toCut),
    ...part.features.map((f) => f.id),
  ]
  const times = (ref: string): number[] =>
    way.setups.flatMap((setup, i) =>
      setup.ops.filter((op) => op.feature === ref && op.pass === 'finish').map(() => i),
    )
  return wanted.flatMap((ref) => {
    const cuts = times(ref)
    if (cuts.length === 0 && way.setups.length > 0)
      return [
        finding(
          'cut.never',
          undefined,
          `${capital(name(ref))} is never cut.`,
          'Tick it in a setup where it can be reached from above.',
          { feature: ref },
        ),
      ]
    if (cuts.length > 1)
      return [
        finding(
          'cut.twice',
          cuts[1],
          `${capital(name(ref))} is finished twice.`,
          `Finished in setups ${listWords(cuts.map((i) => String(i + 1)))}; the last one counts and the location of the first is lost. Make the first a roughing cut.`,
          { feature: ref },
        ),
      ]
    return []
  })
}

function reachRules({ part, name }: RuleContext, planned: PlannedSetup, i: number): Finding[] {
  const { setup, layout } = planned
  return setup.ops.flatMap((op) => {
    const { feature } = op
    if (isSide(feature) && (feature === layout.faceAt.jaw || feature === layout.faceAt.moving)) {
      return [
        finding(
          'cut.held-face',
          i,
          `${capital(name(feature))} is held by the jaws here.`,
          'It cannot be cut where it is gripped. Turn the part so that it is up, or at an end.',
          { feature },
        ),
      ]
    }
    const ups = upSidesFor(part, feature)
    if (ups.length === 0 || ups.includes(setup.up)) return []
    return [
      finding(
        'cut.unreachable',
        i,
        `${capital(name(feature))} cannot be reached from above.`,
        `Here ${name(setup.up)} is up; it is cut with ${listWords(ups.map(name))} up.`,
        { feature },
      ),
    ]
  })
}

/** Whether the stock on a face is enough for the unevenness it was bought with, both together. */
function cleanup({ part, name, length }: RuleContext): Finding[] {
  return SIDES.flatMap((side) => {
    const face = part.faces[side]
    if (!face.toCut || face.bought === 'cut' || face.stock.mm >= face.spread.mm) return []
    return [
      finding(
        'cut.no-cleanup',
        undefined,
        `${capital(name(side))} may not clean up.`,
        `${length(face.stock.mm)} is left on a face that wanders ±${length(face.spread.mm)}. Order it larger, or shift the part in the stock.`,
        { feature: side },
      ),
    ]
  })
}

/** A datum cut again after features were located from it: they agree with the face that was. */
function datumLost({ analysis, part, name, way }: RuleContext): Finding[] {
  const found = new Map<string, Finding>()
  for (const { requirement } of analysis.requirements) {
    const [of = '', ...datums] = refsOf(requirement).map((ref) => ref.split(/[.|]/))
    const finished = lastFinish(way.setups, of[0] ?? '')
    if (finished === undefined) continue
    for (const datum of datums.flat()) {
      const recut = lastFinish(way.setups, datum)
      const first =
        isSide(datum) && part.faces[datum].bought === 'cut' ? -1 : firstUse(way.setups, datum)
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
function refused({ analysis }: RuleContext): Finding[] {
  return analysis.requirements.flatMap(({ reason = '', refused: code, requirement, title }) =>
    code === undefined
      ? []
      : [
          finding(
            code === 'datum.gone' ? 'datum.gone' : 'requirement.refused',
            undefined,
            code === 'datum.gone'
              ? `${capital(title)}: the datum is cut away.`
              : `${capital(title)} cannot be measured as it is written.`,
            reason,
            { requirement: requirement.id },
          ),
        ],
  )
}

function empty({ part, way }: RuleContext): Finding[] {
  const wanted = SIDES.filter((side) => part.faces[side].toCut).length + part.features.length
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

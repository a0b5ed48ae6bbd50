import { kindOf } from '../../shop/holding'
import { type Issue } from '../../ground/issues'
import { axisOf, isSide, resolveRef, partSurfaces, type Part } from '../../work/part'
import { SWUNG_HEAD, type Workshop } from '../../shop/workshop'
import { refsOfPickup } from './pickup'
import { type OwnClamping, type Setup, type Way } from './schema'

/** What is wrong in one of the setups, by its place from 0. */
export interface WayIssue extends Issue {
  readonly setup: number
}

/** What makes a way contradict itself, its part or the workshop; it is not saved until these are right. */
export function wayIssues(workshop: Workshop, part: Part, way: Way): readonly WayIssue[] {
  const surfaces = partSurfaces(part)
  const ids = new Set<string>()
  return way.setups.flatMap((setup, i) => {
    const issues = setupIssues(workshop, part, setup, surfaces).map((issue): WayIssue => ({
      ...issue,
      setup: i,
      path: `setups.${i}.${issue.path}`,
      sentence: `Setup ${i + 1}: ${issue.sentence}`,
    }))
    if (ids.has(setup.id))
      issues.push({
        setup: i,
        code: 'way.same-id',
        path: `setups.${i}.id`,
        sentence: `Two setups have the id “${setup.id}”.`,
      })
    ids.add(setup.id)
    const loose = looseIndex(way.setups, i)
    if (loose)
      issues.push({
        setup: i,
        code: 'setup.index-of',
        path: `setups.${i}.clamping.of`,
        sentence: `Setup ${i + 1}: ${loose}`,
      })
    return issues
  })
}

function setupIssues(
  workshop: Workshop,
  part: Part,
  setup: Setup,
  surfaces: ReturnType<typeof partSurfaces>,
): Issue[] {
  const issues: Issue[] = []
  const say = (code: string, path: string, sentence: string): void =>
    void issues.push({ code, path, sentence })
  if (setup.clamping.kind === 'own') clampingIssues(workshop, setup.clamping, surfaces, say)
  else if (setup.zero.turn?.answer === 'part')
    say(
      'setup.index-turn',
      'zero.turn.answer',
      'the part stays clamped, so it cannot be turned until an edge runs true; let the program turn.',
    )
  for (const axis of ['x', 'y', 'z'] as const) {
    const lies = setup.zero.lies?.[axis]
    if (lies !== undefined && lies !== 'middle' && !surfaces.has(lies))
      say(
        'setup.zero-surface',
        `zero.lies.${axis}`,
        `zero in ${axis.toUpperCase()} is to lie on “${lies}”, which is not one surface of the part.`,
      )
    const pickup = setup.zero[axis]
    if (pickup.kind === 'fixture') continue
    if (!workshop.instruments.some((t) => t.id === pickup.instrument))
      say(
        'setup.instrument',
        `zero.${axis}.instrument`,
        `the workshop has no instrument “${pickup.instrument}”.`,
      )
    for (const ref of refsOfPickup(pickup))
      if (!surfaces.has(ref))
        say(
          'setup.zero-surface',
          `zero.${axis}`,
          `zero in ${axis.toUpperCase()} is found on “${ref}”, which is not one surface of the part.`,
        )
  }
  const turn = setup.zero.turn
  if (turn && surfaces.get(turn.surface)?.kind !== 'plane')
    say(
      'setup.zero-surface',
      'zero.turn.surface',
      `the angle is found on “${turn.surface}”, which is not a flat surface of the part.`,
    )
  if (turn && !workshop.instruments.some((t) => t.id === turn.instrument))
    say(
      'setup.instrument',
      'zero.turn.instrument',
      `the workshop has no instrument “${turn.instrument}”.`,
    )
  const seen = new Set<string>()
  setup.ops.forEach((op, k) => {
    if (seen.has(op.id)) say('setup.same-op', `ops.${k}.id`, `two cuts have the id “${op.id}”.`)
    seen.add(op.id)
    const known = isSide(op.feature) || part.features.some((f) => f.id === op.feature)
    if (!known) {
      const found = resolveRef(part, op.feature, surfaces)
      say(
        'setup.op-feature',
        `ops.${k}.feature`,
        found.ok
          ? `“${op.feature}” cannot be cut by itself; cut the whole feature.`
          : found.issues[0].sentence,
      )
    }
  })
  return issues
}

type Say = (code: string, path: string, sentence: string) => void

function clampingIssues(
  workshop: Workshop,
  { footing, guide, holding, lean, machine, up }: OwnClamping,
  surfaces: ReturnType<typeof partSurfaces>,
  say: Say,
): void {
  if (axisOf(up) === axisOf(guide))
    say(
      'setup.orientation',
      'clamping.guide',
      'the face to the fixed jaw must be beside the face that is up.',
    )
  if (!workshop.machines.some((m) => m.id === machine))
    say('setup.machine', 'clamping.machine', `the workshop has no machine “${machine}”.`)
  if (lean && lean.by !== SWUNG_HEAD && !workshop.tilters.some(({ id }) => id === lean.by))
    say(
      'setup.lean',
      'clamping.lean.by',
      `the workshop has nothing to lean on called “${lean.by}”.`,
    )
  for (const issue of kindOf(holding).issues(holding, workshop, surfaces))
    say(issue.code, `clamping.holding.${issue.path}`, issue.sentence)
  for (const [k, edit] of footing.edits.entries())
    if (edit.surface !== undefined && surfaces.get(edit.surface)?.kind !== 'plane')
      say(
        'setup.contact-surface',
        `clamping.footing.edits.${k}`,
        `a footing contact stands on “${edit.surface}”, which is not a flat surface of the part.`,
      )
}

/** Why a setup cannot be an indexed one where it stands: what clamped the part is not the last that did; undefined when it can. */
function looseIndex(setups: readonly Setup[], index: number): string | undefined {
  const clamping = setups[index]?.clamping
  if (clamping?.kind !== 'indexed') return undefined
  const last = setups.slice(0, index).findLast((setup) => setup.clamping.kind === 'own')
  if (last?.id === clamping.of) return undefined
  const of = setups.findIndex((setup) => setup.id === clamping.of)
  if (of < 0 || of > index) return 'the setup that is to clamp its part does not come before it.'
  if (setups[of]?.clamping.kind === 'indexed')
    return `setup ${of + 1} does not clamp the part itself; name the setup that does.`
  return `setup ${setups.findIndex((s) => s.id === last?.id) + 1} takes the part out of the clamping of setup ${of + 1} before it.`
}

/** Whether every indexed setup still follows what clamps its part. */
export const keepsClampings = ({ setups }: Way): boolean =>
  setups.every((_, i) => looseIndex(setups, i) === undefined)

/** Codes of issues that name a face or feature which is not on the part (any more). */
export const danglingWayCodes: ReadonlySet<string> = new Set([
  'setup.op-feature',
  'setup.zero-surface',
  'setup.contact-surface',
  'setup.hole',
])

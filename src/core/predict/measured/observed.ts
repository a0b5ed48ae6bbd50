import { fail, type Issue, type Result, succeed } from '../../ground/issues'
import { allRequirements, type Requirement, requirementTitle } from '../../work/part'
import { type PlannedSetup } from '../../plan/planning'
import { type WayChain } from '../prediction'
import { type PieceObserved, type Pieces, piecesOf } from './joined'
import { meanOf } from './forms'
import { otherwiseIn } from './inProcess'
import { movesOf, steerable } from './knobs'
import { lastCuts } from './lastCuts'
import { pointValue } from './pointValue'
import { isShownWhole, type Readable, readablesOf } from './readable'
import { type MeasuredPiece, type ReadValue } from './schema'
import {
  type At,
  deg,
  differing,
  formIn,
  machineOf,
  rad,
  sigmaOf,
  type Taken,
  withoutMachine,
} from './seen'

/** What was measured on some pieces of a way, as observations over the sources of all of them. */
export interface TakenAll {
  readonly chain: WayChain
  readonly pieces: Pieces
  readonly taken: readonly Taken[]
}

/**
 * Reads what was measured against the chain.
 *
 * @returns `measured.*` issues for a requirement, a reading or a surface that is not there.
 */
export function takenOf(chain: WayChain, measured: readonly MeasuredPiece[]): Result<TakenAll> {
  const moves = measured.map(({ moved }) => movesOf(chain.plan, moved))
  const pieces = piecesOf(
    chain.model.stack.sources,
    measured.length,
    (piece, key) => moves[piece]?.get(key) ?? 0,
  )
  const issues: Issue[] = []
  const taken = measured.flatMap((piece, p) =>
    piece.values.flatMap((value, place): readonly Taken[] => {
      const at = { chain, pieces, piece: p, place }
      const found = 'requirement' in value ? readValue(at, value) : pointValue(at, value)
      if (found.ok) return [found.value]
      issues.push(
        ...found.issues.map((issue) => ({
          ...issue,
          path: `pieces.${p}.values.${place}`,
          sentence: `Piece ${piece.id}, value ${place + 1}: ${issue.sentence}`,
        })),
      )
      return []
    }),
  )
  const [first, ...rest] = issues
  return first ? { ok: false, issues: [first, ...rest] } : succeed({ chain, pieces, taken })
}

function readValue(at: At, value: ReadValue): Result<Taken> {
  const { chain } = at
  const { part } = chain.plan
  const requirement = allRequirements(part).find(({ id }) => id === value.requirement)
  if (!requirement)
    return fail('measured.requirement', `the part has no requirement “${value.requirement}”.`)
  const machine = machineOf(chain, value.machine)
  if (!machine.ok) return machine
  const all = readablesOf(chain, requirement)
  const title = requirementTitle(part, requirement)
  const chosen = chosenOf(all, value.reading, title)
  if (!chosen.ok) return chosen
  const [first] = chosen.value
  const isAngle = requirement.kind === 'angle'
  const base = {
    piece: at.piece,
    place: at.place,
    requirement: requirement.id,
    words: [
      title,
      value.reading !== undefined && first?.name,
      value.rough && 'on the rough cut',
      value.fromHolding && 'from the holding',
    ]
      .filter(Boolean)
      .join(', '),
    inProcess: value.rough === true || value.fromHolding === true,
    value: value.value,
    unit: isAngle ? ('deg' as const) : ('mm' as const),
    nominal: first ? (isAngle ? deg(first.nominal) : first.nominal) : 0,
    shown: (observed: number) => observed,
    ...thereOf(chain, requirement, first),
  }
  // A zone tells how far, not which way.
  const isSigned = value.reading !== undefined || isShownWhole(requirement)
  if (!first || !isSigned) return succeed({ ...base, observed: undefined })
  const observed = observedOf(at, value, {
    chosen: chosen.value,
    first,
    machine: machine.value,
    title,
  })
  return observed.ok
    ? succeed({
        ...base,
        shown: observed.value.shown,
        observed: { ...observed.value.observed, called: base.words },
      })
    : observed
}

/** A reading with a sign as an observation over the sources. */
function observedOf(
  { chain, piece, pieces, place }: At,
  value: ReadValue,
  {
    chosen,
    first,
    machine,
    title,
  }: {
    readonly chosen: readonly Readable[]
    readonly first: Readable
    readonly machine: PlannedSetup | undefined
    readonly title: string
  },
): Result<{
  readonly observed: Omit<PieceObserved, 'called'>
  readonly shown: Taken['shown']
}> {
  const { sources } = chain.model.stack
  const otherwise = otherwiseIn(steerable(chain), first.surfaces, value)
  if (!otherwise)
    return fail(
      'measured.making',
      value.rough
        ? `${title} has no rough cut before its last in the same setup.`
        : `${title} is of no face that lies against the holding where it is cut.`,
    )
  const isAngle = first.unit === 'rad'
  const forms = chosen.map(({ form }) => form)
  const read = formIn(withoutMachine(meanOf(forms), chain, machine), otherwise, sources)
  const told = isAngle ? rad(value.value) : value.value
  const more = chosen.reduce((sum, one) => sum + one.more / chosen.length, 0)
  const own = Math.hypot(...chosen.map((one) => one.own / chosen.length))
  const differ = forms.length > 1 ? differing(forms, sources) : 0
  const beside = more + read.left
  return succeed({
    observed: {
      piece,
      place,
      group: piece,
      form: pieces.of(read.form, piece),
      value: first.sign * (told - first.nominal) - beside,
      sigma: Math.hypot(sigmaOf(chain, value, isAngle), own, differ, read.sigma),
    },
    shown: (observed) => {
      const figure = first.nominal + first.sign * (observed + beside)
      return isAngle ? deg(figure) : figure
    },
  })
}

function chosenOf(
  all: readonly Readable[],
  reading: string | number | undefined,
  title: string,
): Result<readonly Readable[]> {
  if (reading === undefined) return succeed(all)
  if (typeof reading === 'number') {
    const one = all[reading - 1]
    return one
      ? succeed([one])
      : fail('measured.reading', `${title} has ${all.length} readings, no number ${reading}.`)
  }
  const wanted = reading.trim().toLowerCase()
  const exact = all.filter(({ name }) => name.toLowerCase() === wanted)
  const near =
    exact.length > 0 ? exact : all.filter(({ name }) => name.toLowerCase().startsWith(wanted))
  if (near.length > 0) return succeed(near)
  return fail(
    'measured.reading',
    all.length === 0
      ? `${title} is fitted as a whole: give how far off it is, without a reading.`
      : `${title} has no reading “${reading}”; it has ${all.map(({ name }) => `“${name}”`).join(', ')}.`,
  )
}

function thereOf(
  chain: WayChain,
  requirement: Requirement,
  first: Readable | undefined,
): Pick<Taken, 'after' | 'surfaces'> {
  const cut = lastCuts(chain)
  const surfaces = first
    ? first.surfaces
    : [requirement.of, ...('to' in requirement ? [requirement.to] : [])]
  return { surfaces, after: Math.max(-1, ...surfaces.map((id) => cut.get(id) ?? -1)) }
}

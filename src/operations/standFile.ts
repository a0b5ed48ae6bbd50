import { findingsOf } from '@/core/foreman/findings'
import { type Finding } from '@/core/ground/finding'
import { AXES, type Axis, type Point, turnDirection } from '@/core/ground/geometry'
import { fail, type Result, succeed } from '@/core/ground/issues'
import { boundsOf } from '@/core/ground/recipe'
import { readDocumentText } from '@/core/paper/formats'
import { pickupWords } from '@/core/paper/sheet'
import { type BearingPlace } from '@/core/shop/holding'
import { type LeaningFrom, leanSet, planWay, type PlannedSetup } from '@/core/plan/planning'
import { SWUNG_HEAD } from '@/core/shop/workshop'
import { DEGREE_RAD } from '@/core/handbook/units'
import { chainOf, isHeld, predictWay, slidesAlong, type WayChain } from '@/core/predict/prediction'

type Three = readonly [number, number, number]

/** A place that locates: of which surface, where, and out of the part there, in the part and in the setup. */
export interface StandPlace {
  readonly surface: string
  readonly point: Three
  readonly normal: Three
  readonly inSetup: { readonly point: Three; readonly normal: Three }
}

/** By how much something leans, degrees, and how that is set. */
interface Angled {
  readonly deg: number
  readonly set: string
}

/** How the part stands in one setup: all lengths in mm, turns as rows of a rotation. */
export interface SetupStand {
  /** Counted from 1, as everywhere on paper. */
  readonly setup: number
  readonly name: string
  readonly machine: string
  readonly holding: string
  /** On what the whole holding leans, which side of it is up, and how that is set. */
  readonly leaning?: { readonly on: string; readonly raised: string } & Angled
  /** The work stands level and the head of the machine is swung to a side: Z of the setup is its spindle. */
  readonly swung?: { readonly to: string } & Angled
  /** The setup whose clamping is turned, and what the rotary axis is told, degrees. */
  readonly indexed?: { readonly of: number; readonly commandedDeg: number }
  /** p in the setup = rows · p in the part + shift. */
  readonly pose: { readonly rows: readonly [Three, Three, Three]; readonly shift: Three }
  /** The work with its stock, in the setup. */
  readonly work: { readonly low: Three; readonly high: Three }
  readonly locators: readonly (StandPlace & {
    readonly id: string
    readonly role: string
    /** The other side, where what holds finds the middle between two. */
    readonly against?: StandPlace
    readonly by: 'bears' | 'set' | 'nothing there'
    readonly raw: boolean
  })[]
  readonly clamps: readonly { readonly name: string; readonly low: Three; readonly high: Three }[]
  /** Held still by its locators, by them and a touch along an axis, or not. */
  readonly located: 'held' | 'held and touched' | 'free'
  readonly freeMotions: number
  readonly zero: Readonly<
    Record<Axis, { readonly found: string; readonly keptBy: string; readonly plusMinusMm?: number }>
  > & { readonly offset: string }
  readonly findings: readonly Finding[]
}

export interface WayStand {
  readonly way: string
  readonly setups: readonly SetupStand[]
}

/** How the part stands in every setup of every way of a document, or of one. */
export function standFile(text: string, wayName?: string): Result<readonly WayStand[]> {
  const file = readDocumentText(text)
  if (!file.ok) return file
  const { part, ways, workshop } = file.value
  const wanted = ways.filter(({ name }) => wayName === undefined || name === wayName)
  if (wanted.length === 0)
    return fail('stand.no-way', `The document has no way called “${wayName ?? ''}”.`, 'way')
  return succeed(
    wanted.map((way) => {
      const plan = planWay(workshop, part, way)
      const chain = chainOf(plan)
      const findings = findingsOf(predictWay(plan))
      return {
        way: way.name,
        setups: plan.setups.map((planned) => ({
          ...standOf(planned),
          ...locatedIn(chain, planned.index),
          findings: findings.filter(({ setup }) => setup === planned.index),
        })),
      }
    }),
  )
}

const three = ({ x, y, z }: Point<'part'> | Point<'setup'>): Three => [x + 0, y + 0, z + 0]

/** How the holding leans, or the head over it. */
function angledAs(leaning: LeaningFrom): Pick<SetupStand, 'leaning' | 'swung'> {
  const { lean, on } = leaning
  const angled = { deg: lean.angle.rad / DEGREE_RAD, set: leanSet(leaning) }
  return on.sets === SWUNG_HEAD
    ? { swung: { to: lean.raised, ...angled } }
    : { leaning: { on: on.name, raised: lean.raised, ...angled } }
}

function standOf(planned: PlannedSetup): Omit<SetupStand, 'findings' | 'freeMotions' | 'located'> {
  const { clamping, contacts, indexed, leaning, machine, setup, standing } = planned
  const { rows, shift } = standing.setupFromPart
  return {
    setup: planned.index + 1,
    name: setup.name,
    machine: machine.name,
    holding: clamping.holding.kind,
    ...(leaning && angledAs(leaning)),
    ...(indexed && {
      indexed: {
        of: indexed.base.index + 1,
        commandedDeg: (indexed.commandedRad * 180) / Math.PI,
      },
    }),
    pose: { rows: [three(rows[0]), three(rows[1]), three(rows[2])], shift: three(shift) },
    work: { low: three(standing.low), high: three(standing.high) },
    locators: contacts.map(({ against, bears, id, isSet, raw, role, ...own }) => ({
      id,
      role,
      ...placeOf(standing, own),
      ...(against && { against: placeOf(standing, against) }),
      by: isSet ? 'set' : bears ? 'bears' : 'nothing there',
      raw,
    })),
    clamps: standing.clamps.map(({ name, shape }) => {
      const { high, low } = boundsOf(shape)
      return { name, low: three(low), high: three(high) }
    }),
    zero: { offset: setup.zero.offset, ...zeroOf(planned) },
  }
}

const placeOf = (
  { setupFromPart }: PlannedSetup['standing'],
  { at, inSetup, normal, surface }: Pick<BearingPlace, 'at' | 'inSetup' | 'normal' | 'surface'>,
): StandPlace => ({
  surface,
  point: three(at),
  normal: three(normal),
  inSetup: { point: three(inSetup), normal: three(turnDirection(setupFromPart, normal)) },
})

function zeroOf(planned: PlannedSetup): Omit<SetupStand['zero'], 'offset'> {
  const along = (axis: Axis) => {
    const { error, words } = planned.standing.stays[axis]
    return {
      found: pickupWords(planned, axis),
      keptBy: words,
      ...(error && { plusMinusMm: error.plusMinus }),
    }
  }
  const [x, y, z] = AXES.map(along)
  return { x, y, z } as Omit<SetupStand['zero'], 'offset'>
}

function locatedIn(chain: WayChain, index: number): Pick<SetupStand, 'freeMotions' | 'located'> {
  const base = chain.plan.setups[index]?.indexed?.base.index ?? index
  const how = chain.stacked.locating[base]
  const freeMotions = how?.kind === 'free' ? how.motions.length : 0
  const located = !isHeld(chain, index)
    ? 'free'
    : slidesAlong(chain, base) === undefined
      ? 'held'
      : 'held and touched'
  return { located, freeMotions }
}

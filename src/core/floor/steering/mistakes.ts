import { applyMotion, AXES, dot, type Point, subtract } from '../../ground/geometry'
import { driven, type PlannedSetup, zeroPoint } from '../../plan/planning'
import { type Steerable } from '../../predict/measured'
import { directionOf, refLabel, type Surface } from '../../work/part'
import { type Suspect } from './suspect'

/** How something shows in what was measured, and the sources of the joined pieces that it moves. */
export type Shown = Pick<Suspect, 'moves' | 'pattern'>

/** Mistakes whose size is known: half or all of the tip forgotten, or added the wrong way. */
export function tipMistakes(
  suspects: readonly Suspect[],
  setups: readonly PlannedSetup[],
): Suspect[] {
  return setups.flatMap((planned, i) =>
    AXES.flatMap((axis): Suspect[] => {
      const how = planned.setup.zero[axis]
      if (how.kind !== 'edge' && how.kind !== 'height') return []
      const instrument = planned.workshop.instruments.find(({ id }) => id === how.instrument)
      const tip = instrument?.tip
      const touch = suspects.find(({ key }) => key === `at ${planned.id}, zero ${axis} touch 0`)
      if (tip === undefined || !touch || !instrument) return []
      const name = instrument.name.toLowerCase()
      // A height is set by the whole of a feeler; an edge by half of a tip.
      const part = how.kind === 'height' ? 1 : 0.5
      return [part, -part, 2 * part, -2 * part].map((share): Suspect => ({
        ...touch,
        key: `${touch.key}, tip ${share}`,
        known: share * tip,
        mistake: {
          words: `${TIP_WORDS[Math.abs(share)] ?? ''} of the ${name} ${Math.abs(share) > part ? 'counted the wrong way' : 'forgotten'} in ${axis.toUpperCase()}, setup ${i + 1}`,
          remedy: 'Find zero again, and write down what is added for the tip.',
        },
      }))
    }),
  )
}

const TIP_WORDS: Readonly<Record<number, string>> = {
  0.5: 'half the tip',
  1: 'the whole tip',
  2: 'twice the thickness',
}

/** A coordinate that differs by less is no other number, mm. */
const SAME_MM = 0.02
/** What is keyed in comes out as closely as that on a good day, mm. */
const KEYED_MM = 0.01
const NUMBER_REMEDY =
  'Read the program against the drawing before the next piece: this one is scrap, or has to be plugged.'

type Hole = Surface & { kind: 'axis' }

/** Mistakes in the program: the coordinate of another feature, or its sign turned round. */
export function numberMistakes(
  way: Steerable,
  shown: (source: number) => Shown | undefined,
): readonly Suspect[] {
  const { plan, model } = way.chain
  const holes = [...plan.surfaces.values()].filter((one): one is Hole => one.kind === 'axis')
  return way.knobs.flatMap(({ axis, setupIndex, sources }): readonly Suspect[] => {
    const planned = plan.setups[setupIndex]
    if (!planned || axis === undefined || axis === 'z') return []
    const upright = holes.filter((hole) => isUpright(planned, hole))
    const zero = zeroPoint(planned)
    const at = ({ from }: Hole): number =>
      driven(planned, subtract(applyMotion(planned.standing.setupFromPart, from), zero))[axis]
    const named = axis.toUpperCase()
    const inSetup = `in setup ${setupIndex + 1}`
    return [...sources].flatMap(([owner, index]): readonly Suspect[] => {
      const [own, source, seen] = [
        upright.find((hole) => hole.owner === owner),
        model.stack.sources[index],
        shown(index),
      ]
      if (!own || !source || !seen) return []
      const label = refLabel(plan.part, owner)
      const mistake = (mark: string, known: number, words: string): Suspect => ({
        ...seen,
        key: `${source.key}, ${mark}`,
        source,
        piece: undefined,
        usual: KEYED_MM,
        known,
        mistake: { words, remedy: NUMBER_REMEDY },
      })
      return [
        mistake('sign', -2 * at(own), `sign of ${named} of ${label} turned round ${inSetup}`),
        ...othersOf(upright, owner).map((other) =>
          mistake(
            `number of ${other.id}`,
            at(other) - at(own),
            `${named} of ${refLabel(plan.part, other.owner)} used for ${label} ${inSetup}`,
          ),
        ),
      ].filter(({ known }) => Math.abs(known ?? 0) > SAME_MM)
    })
  })
}

/** The first hole of every other feature. */
const othersOf = (holes: readonly Hole[], owner: string): readonly Hole[] => {
  const first = new Map<string, Hole>()
  for (const hole of holes)
    if (hole.owner !== owner && !first.has(hole.owner)) first.set(hole.owner, hole)
  return [...first.values()]
}

const isUpright = ({ standing }: PlannedSetup, hole: Hole): boolean =>
  Math.abs(dot(directionOf(hole), standing.setupFromPart.rows[2] as Point<'part'>)) > 0.99

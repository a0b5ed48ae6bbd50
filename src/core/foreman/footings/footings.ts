import { HOLDING_KINDS, type Holding } from '../../shop/holding'
import { GEAR_LISTS, type Workshop } from '../../shop/workshop'
import { leastLikelyMargin } from '../../chain/variation'
import { type Plan, planHeldAnew, planWay } from '../../plan/planning'
import { holdIn, type Way } from '../../plan/way'
import { type Prediction, readWay, type Standing } from '../../predict/prediction'
import { findingsOf } from '../findings'
import { isSide, type Part } from '../../work/part'

/** A way to hold a part in one setup, and what comes of it. */
export interface Footing {
  readonly kind: Holding['kind']
  readonly title: string
  /** It is what the setup has now. */
  readonly isChosen: boolean
  /** With what it was tried; none where it cannot be. */
  readonly holding: Holding | undefined
  /** How it would stand in it, in words; none where it cannot. */
  readonly stands?: string
  /** The smallest margin of all that depends on the setup, mm; none where nothing could be predicted. */
  readonly marginMm: number | undefined
  /** The requirement that has it. */
  readonly requirement: string | undefined
  /** What forbids it, or is lacking for it, in one sentence. */
  readonly forbids: string | undefined
  /** What must be made first, and about how long that takes. */
  readonly makes?: { readonly words: string; readonly minutes: number } | undefined
}

/** Each kind of holding tried for one setup of a way, everything else as it is; the best first, what cannot be last. */
export function footingsOf(
  workshop: Workshop,
  part: Part,
  way: Way,
  index: number,
): readonly Footing[] {
  const setup = way.setups[index]
  if (!setup || setup.clamping.kind !== 'own') return []
  const { guide, holding: now, up } = setup.clamping
  const plan = planWay(workshop, part, way)
  const { surfaces } = plan
  const found = HOLDING_KINDS.map((kind): Footing => {
    const isChosen = now.kind === kind.kind
    const about = { kind: kind.kind, title: kind.title, isChosen, makes: kind.makes }
    const holding = isChosen ? now : kind.begin(workshop, part, surfaces, { up, guide })
    return holding
      ? {
          ...about,
          holding,
          ...outcomeOf(
            isChosen ? plan : planHeldAnew(plan, heldWith(way, index, holding), index),
            index,
          ),
        }
      : {
          ...about,
          holding: undefined,
          marginMm: undefined,
          requirement: undefined,
          forbids: lackingFor(kind, workshop),
        }
  })
  const rank = ({ forbids, holding, marginMm }: Footing): number =>
    (forbids === undefined ? 0 : holding ? 1000 : 2000) - (marginMm ?? -500)
  return found.sort((a, b) => rank(a) - rank(b))
}

const heldWith = (way: Way, index: number, holding: Holding): Way => ({
  ...way,
  setups: way.setups.map((setup, i) => (i === index ? holdIn(setup, holding) : setup)),
})

/** Of all that must agree and hangs on a setup, what has the least margin; angles are no lengths and left out. */
export function tightestIn(
  { requirements }: Prediction,
  index: number,
): { readonly mm: number; readonly title: string; readonly standing: Standing } | undefined {
  const margins = requirements.flatMap(({ outcome, requirement, setups: of, standing, title }) =>
    outcome && requirement.kind !== 'angle' && of.includes(index)
      ? [{ mm: outcome.likely.margin, title, standing }]
      : [],
  )
  return margins.reduce<(typeof margins)[number] | undefined>(
    (worst, one) => (worst && worst.mm <= one.mm ? worst : one),
    undefined,
  )
}

/** What a way comes to for one of its setups, carried on to its end; what does not hang on that setup is not judged. */
function outcomeOf(
  plan: Plan,
  index: number,
): Pick<Footing, 'forbids' | 'marginMm' | 'requirement' | 'stands'> {
  const read = readWay(plan)
  const judged = read.requirements.flatMap(({ compiled, requirement, setups: of, title }) =>
    compiled && requirement.kind !== 'angle' && of.includes(index) ? [{ compiled, title }] : [],
  )
  const least = leastLikelyMargin(
    judged.map(({ compiled }) => compiled),
    read.model.stack.sources,
  )
  const bad = findingsOf(read, index).find((f) => f.severity === 'forbids' && f.setup === index)
  const words = plan.setups[index]?.standing.words
  const faces = (words?.caption ?? []).map((piece) =>
    isSide(piece) ? plan.part.faces[piece].name : piece,
  )
  const grip = words?.stillHeld?.replace(/^with /, '').replace(' still', '')
  return {
    marginMm: least?.margin,
    requirement: least && judged[least.index]?.title,
    forbids: bad?.what,
    ...(words && { stands: [faces.join(''), ...(grip === undefined ? [] : [grip])].join(', ') }),
  }
}

/** Why a kind of holding cannot be tried: gear that the workshop has none of, else the part. */
function lackingFor({ fields, wants }: (typeof HOLDING_KINDS)[number], workshop: Workshop): string {
  const none = fields.flatMap((field) =>
    field.kind === 'gear' && workshop[GEAR_LISTS[field.gear]].length === 0
      ? [field.label.toLowerCase()]
      : [],
  )
  return none.length > 0
    ? `The workshop has nothing for it: ${none.join(', ')}.`
    : (wants ?? 'The part, as it stands here, has nothing for it to hold by.')
}

import { HOLDING_KINDS, type Holding } from '../../shop/holding'
import { type Workshop } from '../../shop/workshop'
import { planWay } from '../../plan/planning'
import { changeClamping, type Way } from '../../plan/way'
import { predictWay } from '../../predict/prediction'
import { findingsOf } from '../findings'
import { type Part, partSurfaces } from '../../work/part'

/** A way to hold a part for its first cut, and what comes of it. */
export interface Footing {
  readonly kind: Holding['kind']
  readonly title: string
  /** It is what the way has now. */
  readonly isChosen: boolean
  /** The smallest margin of all that depends on the first setup, mm; none where nothing could be predicted. */
  readonly marginMm: number | undefined
  /** The requirement that has it. */
  readonly requirement: string | undefined
  /** What forbids it, in one sentence. */
  readonly forbids: string | undefined
}

/** Ways that a casting may be held and that are no kind of holding here, with what speaks for and against. */
export interface OtherFooting {
  readonly title: string
  readonly words: string
}

/** Each kind of holding tried for the first setup of a way, everything after it as it is; the best first. */
export function firstFootings(workshop: Workshop, part: Part, way: Way): readonly Footing[] {
  const [first] = way.setups
  if (!first || first.clamping.kind !== 'own') return []
  const { guide, holding: now, up } = first.clamping
  const surfaces = partSurfaces(part)
  const found = HOLDING_KINDS.flatMap((kind): Footing[] => {
    const holding =
      now.kind === kind.kind ? now : kind.begin(workshop, part, surfaces, { up, guide })
    if (!holding) return []
    const changed = changeClamping(first, (clamping) => ({
      ...clamping,
      holding,
      footing: { lead: 'rest', edits: now.kind === kind.kind ? clamping.footing.edits : [] },
    }))
    const plan = planWay(workshop, part, { ...way, setups: [changed, ...way.setups.slice(1)] })
    const prediction = predictWay(plan)
    const margins = prediction.requirements.flatMap(({ outcome, setups, title }) =>
      outcome && setups.includes(0) ? [{ mm: outcome.likely.margin, title }] : [],
    )
    const least = margins.reduce<(typeof margins)[number] | undefined>(
      (worst, one) => (worst && worst.mm <= one.mm ? worst : one),
      undefined,
    )
    const bad = findingsOf(prediction).find((f) => f.severity === 'forbids' && f.setup === 0)
    return [
      {
        kind: kind.kind,
        title: kind.title,
        isChosen: now.kind === kind.kind,
        marginMm: least?.mm,
        requirement: least?.title,
        forbids: bad?.what,
      },
    ]
  })
  const rank = ({ forbids, marginMm }: Footing): number =>
    (forbids === undefined ? 0 : 1000) - (marginMm ?? -500)
  return found.sort((a, b) => rank(a) - rank(b))
}

/** What else castings are held by for the first cut, that is not reckoned here: said with its reason. */
export function otherFootings({ casting, material }: Part): readonly OtherFooting[] {
  if (!casting) return []
  const isAluminium = /alu/i.test(material)
  const isIron = /iron/i.test(material)
  return [
    {
      title: 'Carrier, soldered on',
      words: isAluminium
        ? 'Ruled out: solder does not take on aluminium. Glue it, or screw it where metal is cut away later.'
        : isIron
          ? 'Ruled out: solder hardly takes on cast iron. Glue it, or clamp it.'
          : 'Squared once, it is the reference to the end, and is cut off last; heat may spring the casting.',
    },
    {
      title: 'Carrier, glued on',
      words:
        'Squared once, it is the reference to the end, and is cut off last. Degrease; its area is its strength; no heavy cuts and no heat.',
    },
    {
      title: 'A bored hole and a pin',
      words:
        'Where a bore is cut first and everything else hangs on it: a pin in it, and one face to turn against.',
    },
  ]
}

import {
  clearanceHole,
  DOWEL_DIAMETERS_MM,
  countersinkForScrew,
  counterboreForScrew,
  nearestDrill,
  parseThread,
  STANDARD_THREADS,
  tappingDrillMm,
  type Thread,
} from '../../handbook/standards'
import { printLength } from '../../handbook/units'
import { type Hole, type Part } from '../part'

/** What a hole of a file may be meant as. */
export interface Offer {
  readonly key: string
  /** As it is offered: "tapped M6", "screws M6, clearance". */
  readonly words: string
  /** What changes of the hole. */
  readonly change: Pick<Hole, 'making'> & Partial<Pick<Hole, 'thread' | 'fit' | 'diameter'>>
}

/** How sure it is what a feature is meant as. */
export type Sureness = 'sure' | 'likely' | 'ask'

export interface HoleOffers {
  /** The likeliest first; the last is the hole as it was drawn. */
  readonly offers: readonly Offer[]
  readonly sure: Sureness
  /** What would be asked of the one who drew it. */
  readonly question?: string
}

/** Diameters in a file are taken for a size of a table within this, mm: files carry a few decimals of an inch. */
const SAME_MM = 0.006
/** From this on a hole is bored, mm; up to this it is reamed for a pin (common practice, no source). */
const [BORED_MM, PIN_MM] = [20, 16]
/** A drilled hole is offered as a tapped one from so many diameters of depth on (common practice, no source). */
const LEAST_THREAD = 0.8

const isSame = (a: number, b: number): boolean => Math.abs(a - b) <= SAME_MM

const of = (names: readonly string[]): readonly Thread[] =>
  names.flatMap((name) => parseThread(name) ?? [])

/** Threads that are looked for: first choice of ISO 262 (from memory), the fine series after it; the part's own unit first. */
const METRIC = of(
  ['2', '2.5', '3', '4', '5', '6', '8', '10', '12', '16', '20', '24'].map((size) => `M${size}`),
)
const INCH = of(STANDARD_THREADS.filter((name) => /^(?:#\d+|\d+\/\d+|1)-\d+$/.test(name)))
const FINE = of(STANDARD_THREADS.filter((name) => /^M[\d.]+x[\d.]+$/.test(name)))

interface ThreadOffers {
  readonly screws: readonly Offer[]
  readonly taps: readonly Offer[]
  readonly outside: readonly Offer[]
}

function threadOffers(threads: readonly Thread[], hole: Hole): ThreadOffers {
  const screws = clearanceOffers(threads, hole)
  // A fine thread is thought of last.
  const taps = tapOffers(screws.length > 0 ? threads : [...threads, ...FINE], hole)
  return { screws, taps, outside: outsideOffers(threads, hole) }
}

const isAny = ({ outside, screws, taps }: ThreadOffers): boolean =>
  outside.length + screws.length + taps.length > 0

/** What a plain hole of a file may be meant as, by the tables of drills, threads, screws and pins. */
export function offersOfHole(part: Part, hole: Hole): HoleOffers {
  const mm = hole.diameter.mm
  if (mm >= BORED_MM && hole.head.kind === 'none') return boredOffers(part, hole)
  const [own, others] = part.unit === 'mm' ? [METRIC, INCH] : [INCH, METRIC]
  // The other system only where nothing of the drawing's own is met.
  const met = threadOffers(own, hole)
  const { outside, screws, taps } = isAny(met) ? met : threadOffers(others, hole)
  const reams = reamOffers(hole)
  const plain = plainOffer(part, hole)
  // Close and loose fits are thought of after threads and pins.
  const [usual, unusual] = [screws.filter(isUsual), screws.filter((one) => !isUsual(one))]
  const candidates = [...usual, ...taps, ...reams, ...outside, ...unusual]
  const offers = [...candidates.slice(0, MOST_OFFERS - 1), plain]
  const isHeadMatched = screws.some((offer) => offer.key.startsWith('head:'))
  if (isHeadMatched || (usual.length > 0 && taps.length + reams.length === 0))
    return { offers, sure: 'sure' }
  if (taps.length > 0)
    return {
      offers,
      sure: 'likely',
      question: `${countWords(hole)} ${size(part, mm)}: tapped (${taps.map((t) => t.words.replace('tapped ', '')).join(' or ')}), or drilled?`,
    }
  if (outside.length > 0 && reams.length > 0)
    return {
      offers,
      sure: 'ask',
      question: `${countWords(hole)} ${size(part, mm)}: reamed, drilled, or ${outside[0]?.words ?? ''} modelled at its outside diameter?`,
    }
  if (reams.length > 0)
    return {
      offers,
      sure: 'likely',
      question: `${countWords(hole)} ${size(part, mm)}: reamed (which fit), or drilled?`,
    }
  return { offers, sure: 'sure' }
}

/** So many are told at once. */
const MOST_OFFERS = 4

/** A bore is for something: which fit it has is not in a file. */
function boredOffers(part: Part, { diameter: { mm } }: Hole): HoleOffers {
  const plain: Offer = {
    key: 'bore',
    words: `bored ${size(part, mm)}`,
    change: { making: 'bore' },
  }
  const fitted: Offer = {
    key: 'bore-fit',
    words: `bored ${size(part, mm)} H7`,
    change: { making: 'bore', fit: 'H7' },
  }
  return {
    offers: [plain, fitted],
    sure: 'likely',
    question: `bore ${size(part, mm)}: which fit?`,
  }
}

const isUsual = ({ words }: Offer): boolean => !/ (?:close|loose) clearance/.test(words)

const size = (part: Part, mm: number): string => printLength(mm, part.unit)
const countWords = (hole: Hole): string => (hole.pattern.kind === 'single' ? 'hole' : 'holes')

/** Screws whose clearance hole it is; its counterbore or countersink speaks for one. */
function clearanceOffers(threads: readonly Thread[], hole: Hole): readonly Offer[] {
  // A screw goes through.
  if (hole.extent.kind !== 'through') return []
  const found = threads.flatMap((thread) =>
    (['normal', 'close', 'loose'] as const).flatMap((fit) => {
      const clear = clearanceHole(thread, fit)
      if (!clear || !isSame(clear.diameterMm, hole.diameter.mm)) return []
      return [{ thread, fit, isHead: isHeadOf(hole, thread) }]
    }),
  )
  const ranked = [...found].sort((a, b) => Number(b.isHead) - Number(a.isHead))
  return ranked.slice(0, 2).map(({ fit, isHead, thread }) => ({
    key: `${isHead ? 'head' : 'clear'}:${thread.designation}`,
    words: `screws ${thread.designation}, ${fit === 'normal' ? 'clearance' : `${fit} clearance`}`,
    change: { making: 'drill' },
  }))
}

/** How far a head may be from the table's, mm: tables of counterbores differ. */
const HEAD_MM = 1

function isHeadOf({ head }: Hole, thread: Thread): boolean {
  if (head.kind === 'none') return false
  const wanted =
    head.kind === 'counterbore'
      ? counterboreForScrew(thread)?.diameterMm
      : countersinkForScrew(thread)
  return wanted !== undefined && Math.abs(wanted - head.diameter.mm) <= HEAD_MM
}

const tapped = (thread: Thread): Offer => ({
  key: `tap:${thread.designation}`,
  words: `tapped ${thread.designation}`,
  change: {
    making: 'tap',
    thread: thread.designation,
    diameter: { mm: thread.majorMm },
  },
})

/** Threads whose tapping drill it is. */
function tapOffers(threads: readonly Thread[], hole: Hole): readonly Offer[] {
  const { diameter, extent, head } = hole
  if (head.kind === 'counterbore') return []
  if (extent.kind === 'deep' && extent.depth.mm < LEAST_THREAD * diameter.mm) return []
  return threads
    .filter((thread) => isSame(tappingDrillMm(thread), diameter.mm))
    .slice(0, 1)
    .map(tapped)
}

/** A thread that was modelled at its outside diameter. */
const outsideOffers = (threads: readonly Thread[], { diameter, head }: Hole): readonly Offer[] =>
  head.kind === 'counterbore'
    ? []
    : threads
        .filter((thread) => isSame(thread.majorMm, diameter.mm))
        .slice(0, 1)
        .map(tapped)

function reamOffers({ diameter: { mm }, head }: Hole): readonly Offer[] {
  const isPin = DOWEL_DIAMETERS_MM.some((pin) => isSame(pin, mm)) && mm >= 1.5 && mm <= PIN_MM
  if (!isPin || head.kind !== 'none') return []
  const exact = Math.round(mm * 100) / 100
  return [
    {
      key: 'ream',
      words: `reamed ${exact} H7`,
      change: { making: 'ream', fit: 'H7', diameter: { mm: exact } },
    },
  ]
}

function plainOffer(part: Part, { diameter: { mm } }: Hole): Offer {
  const drill = nearestDrill(mm)
  const name = isSame(drill.diameterMm, mm) ? drill.name : size(part, mm)
  return { key: 'drill', words: `drilled ${name}`, change: { making: 'drill' } }
}

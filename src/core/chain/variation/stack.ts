import {
  contactRow,
  dot,
  dotSix,
  type Point,
  rotationAbout,
  rotationRow,
  scaleSix,
  type Six,
} from '../../ground/geometry'
import { type Locating, locate } from '../locating'
import { FormBuilder, type Sparse, type SparseSix, sparseSixOf } from './sparse'
import { type NamedSource } from './source'

/** coefficient × source, added to a contact's or pickup's error. */
export interface Term {
  readonly source: number
  readonly coefficient: number
}

/** A displacement that one source gives to one surface. */
export interface Column {
  readonly source: number
  readonly six: Six
}

/** A place of a surface that bears. */
export interface StackBearing {
  readonly surface: string
  readonly at: Point<'part'>
  /** Outward unit normal of the part at the contact. */
  readonly normal: Point<'part'>
}

export interface StackContact extends StackBearing {
  /** What closes as far from the other side. */
  readonly against?: StackBearing | undefined
  /** How far the locator stands off its nominal place along `normal`, mm per unit of source. */
  readonly errors: readonly Term[]
}

/** One axis of the program frame: it follows the touched surfaces, or the fixture when none is touched. */
export interface StackPickup {
  readonly axis: Point<'part'>
  readonly touches: readonly {
    readonly surface: string
    readonly at: Point<'part'>
    readonly weight: number
  }[]
  readonly errors: readonly Term[]
  /** Present when it is the turn of the frame about `axis` through this point that is found, rad. */
  readonly about?: Point<'part'>
  /** Carried over from the zero of another setup, which comes before: as far off along this axis as that was. */
  readonly kept?: number
}

/** What is turned back: the turn of a surface about `axis`, as read, through `about`. */
export interface StackSwing {
  readonly axis: Point<'part'>
  readonly about: Point<'part'>
  readonly surface: string
  readonly errors: readonly Term[]
}

/** A surface cut in a setup, with the machine's and cutter's own error on it. */
export interface StackCut {
  readonly surface: string
  readonly columns: readonly Column[]
}

export interface StackSetup {
  /** The setup before this that clamped the part, where nothing is located anew; then the contacts are that one's. */
  readonly shares?: number | undefined
  /** What the part is moved by once it is clamped: by an axis that turns it, by what it leans on. */
  readonly moved?: readonly Column[] | undefined
  readonly contacts: readonly StackContact[]
  /** The part is turned by so much before zero is found: until an edge that is touched twice runs true. */
  readonly swing?: StackSwing | undefined
  readonly pickups: readonly StackPickup[]
  readonly cuts: readonly StackCut[]
  /** In the middle of it the part was seated and zero found anew, each time with errors of its own, in order. */
  readonly again?: readonly StackAgain[] | undefined
}

/** Another seating of a setup, with what was cut only after it. */
export interface StackAgain extends Seating {
  readonly surfaces: ReadonlySet<string>
  /** Where the clamping is another setup's: that one, seated and found once more. All that shares it goes on from there. */
  readonly clamped?: Seating | undefined
}

/** How a part is put down, and how zero is found. */
type Seating = Pick<StackSetup, 'contacts' | 'pickups' | 'swing'>

/** The seatings of a setup in order, each with what is cut in it. */
export function seatingsOf(
  setup: StackSetup,
): readonly (Pick<StackSetup, 'contacts' | 'cuts' | 'pickups' | 'swing'> &
  Pick<StackAgain, 'clamped'>)[] {
  const { again = [], contacts, cuts, pickups, swing } = setup
  const of = (surface: string): number => again.findLastIndex((one) => one.surfaces.has(surface))
  const first: Seating & Pick<StackAgain, 'clamped'> = { contacts, pickups, swing }
  return [first, ...again].map((one, k) => ({
    clamped: one.clamped,
    contacts: one.contacts,
    pickups: one.pickups,
    swing: one.swing,
    cuts: cuts.filter(({ surface }) => of(surface) === k - 1),
  }))
}

/** Everything the propagation needs: sources, the stock as bought, and the setups in order. */
export interface StackModel {
  readonly sources: readonly NamedSource[]
  readonly stock: readonly StackCut[]
  readonly setups: readonly StackSetup[]
  readonly halfSizeMm: number
  readonly centre: Point<'part'>
}

/**
 * Deviation of a surface from nominal in the part frame: six linear forms over the sources, kept as
 * what all surfaces of its setup share (w − q) and what is its own (m).
 */
export interface Deviation {
  readonly shared: SharedDeviation | undefined
  readonly own: readonly Column[]
}

export interface SharedDeviation {
  readonly setup: number
  readonly forms: SparseSix
}

export interface Stacked {
  readonly surfaces: ReadonlyMap<string, Deviation>
  /** How each setup is held. */
  readonly locating: readonly Locating[]
  /** Per setup: the displacement q of the part as six forms, for showing what a footing does. */
  readonly seated: readonly SparseSix[]
  /** Per setup: how far the program's zero lies off along each pickup's axis, as forms, mm or rad. */
  readonly zeroed: readonly (readonly Sparse[])[]
  /** Setups with more than six contacts, in order: which six bear is chosen for each requirement. */
  readonly bearings: readonly Bearing[]
}

/**
 * A setup with more contacts than bear at once. Its displacement is that of all of them by least squares
 * and six unknowns more, which stand in the forms as sources `unknown` … `unknown + 5`, beyond those of
 * the model, until it is chosen which contacts bear.
 */
export interface Bearing {
  readonly unknown: number
  readonly held: Locating & { readonly kind: 'redundant' }
  /** How far each contact's locator stands off its surface, as forms. */
  readonly gaps: readonly Sparse[]
}

/**
 * Propagates the deviations over the setups: x = A x' + B u with A and B never formed; each setup's
 * contribution is six sparse forms shared by all that it cuts.
 *
 * Structure after the state-space stream-of-variation model (Zhou, Huang and Shi, IEEE Trans.
 * Robotics and Automation 19(2), 2003; cited from memory); contact and datum pickup as in
 * docs/engine.md.
 */
export function stack(model: StackModel): Stacked {
  const surfaces = new Map<string, Deviation>()
  for (const raw of model.stock) surfaces.set(raw.surface, { shared: undefined, own: raw.columns })
  const locating: Locating[] = []
  const seated: SparseSix[] = []
  const zeroed: (readonly Sparse[])[] = []
  const bearings: Bearing[] = []
  const held = model.setups.map((s) => locate(s.contacts, model.halfSizeMm, model.centre))
  const known = model.sources.length
  const open = model.setups.reduce(
    (sum, { again = [], shares }, i) =>
      held[shares ?? i]?.kind === 'redundant'
        ? sum + again.length + (shares === undefined ? 1 : 0)
        : sum,
    0,
  )
  const count = known + 6 * open
  const frames: Framed[] = []
  model.setups.forEach((setup, index) => {
    const how = held[index] as Locating
    const clamp = (seating: Seating, by: Locating, moved: readonly Column[] = []): Clamped => {
      const q = clampedAnew(seating, by, surfaces, { count, known, bearings })
      return framed(q, seating, moved)
    }
    const framed = (
      q: Float64Array,
      seating: Pick<StackSetup, 'pickups'>,
      moved: readonly Column[] = [],
    ): Clamped => {
      addColumns(q, moved)
      const displaced = sparseSixOf(q)
      const { along, w } = programFrame(seating, displaced, surfaces, count, frames)
      return { q, pickups: seating.pickups, along, displaced, w }
    }
    const { shares } = setup
    for (const seating of seatingsOf(setup)) {
      if (shares !== undefined && seating.clamped)
        frames[shares] = clamp(
          seating.clamped,
          held[shares] as Locating,
          model.setups[shares]?.moved,
        )
      const before = shares === undefined ? undefined : frames[shares]
      const now = before
        ? framed(Float64Array.from(before.q), seating, setup.moved)
        : clamp(seating, how, setup.moved)
      const { along, displaced, q, w: shared } = now
      // What comes after goes on from the last seating.
      frames[index] = now
      for (let k = 0; k < shared.length; k++) shared[k] = (shared[k] as number) - (q[k] as number)
      const forms = sparseSixOf(shared)
      for (const cut of seating.cuts)
        surfaces.set(cut.surface, { shared: { setup: index, forms }, own: cut.columns })
      seated[index] = withoutUnknown(displaced, known)
      zeroed[index] = along.map((form) => knownPart(form, known))
    }
    locating.push(how)
  })
  return { surfaces, locating, seated, zeroed, bearings }
}

/** A part as it is clamped, with the frame that its zero gives. */
interface Clamped extends Framed {
  readonly displaced: SparseSix
  readonly w: Float64Array
}

/** What a setup hands on to those that share its clamping: its displacement and its zero, whole. */
interface Framed {
  readonly q: Float64Array
  readonly pickups: readonly StackPickup[]
  readonly along: readonly Sparse[]
}

/** The displacement of a part that is put into a holding, with what stands open of which contacts bear. */
function clampedAnew(
  setup: Pick<StackSetup, 'contacts' | 'swing'>,
  held: Locating,
  surfaces: ReadonlyMap<string, Deviation>,
  { bearings, count, known }: { count: number; known: number; bearings: Bearing[] },
): Float64Array {
  const { gaps, q } = seat(setup, held, surfaces, count)
  if (held.kind === 'redundant') {
    const unknown = known + 6 * bearings.length
    for (let k = 0; k < 6; k++) q[6 * (unknown + k) + k] = 1
    bearings.push({ unknown, held, gaps })
  }
  if (setup.swing) swing(setup.swing, q, surfaces, count)
  return q
}

function addColumns(q: Float64Array, columns: readonly Column[]): void {
  for (const { six, source } of columns)
    for (let k = 0; k < 6; k++) q[6 * source + k] = (q[6 * source + k] as number) + (six[k] ?? 0)
}

/** A form without the unknowns beyond the model's own sources. */
export function knownPart({ coefficients, indices }: Sparse, known: number): Sparse {
  let end = indices.length
  while (end > 0 && (indices[end - 1] as number) >= known) end--
  return { indices: indices.subarray(0, end), coefficients: coefficients.subarray(0, end) }
}

function withoutUnknown({ indices, values }: SparseSix, known: number): SparseSix {
  let end = indices.length
  while (end > 0 && (indices[end - 1] as number) >= known) end--
  return { indices: indices.subarray(0, end), values: values.subarray(0, 6 * end) }
}

/** q = G⁻¹(e − H x), dense: six values for each source; and each contact's e − h x, of two that close alike half the difference. */
function seat(
  setup: Pick<StackSetup, 'contacts'>,
  held: Locating,
  surfaces: ReadonlyMap<string, Deviation>,
  count: number,
): { readonly q: Float64Array; readonly gaps: readonly Sparse[] } {
  const q = new Float64Array(6 * count)
  const gap = new FormBuilder(count)
  const gaps = setup.contacts.map((contact, j) => {
    addTerms(gap, contact.errors)
    const { against } = contact
    const own = against ? 1 / 2 : 1
    addRow(gap, surfaces.get(contact.surface), contactRow(contact.at, contact.normal), -own)
    if (against)
      addRow(gap, surfaces.get(against.surface), contactRow(against.at, against.normal), own)
    const form = gap.take()
    addOuter(
      q,
      form,
      held.inverse.map((row) => row[j] ?? 0),
    )
    return form
  })
  return { q, gaps }
}

/** Turns the part back by what its edge reads, about where it is turned. */
function swing(
  { about, axis, errors, surface }: StackSwing,
  q: Float64Array,
  surfaces: ReadonlyMap<string, Deviation>,
  count: number,
): void {
  const turn = new FormBuilder(count)
  addTerms(turn, errors)
  addRow(turn, surfaces.get(surface), rotationRow(axis), 1)
  turn.addForms(sparseSixOf(q), rotationRow(axis))
  addOuter(
    q,
    turn.take(),
    rotationAbout(about, axis).map((v) => -v),
  )
}

/**
 * w: per axis the mean of the touched rows, plus the instrument's error. Rotations are the machine's,
 * zero, but for one that was found by touching.
 */
function programFrame(
  setup: Pick<StackSetup, 'pickups'>,
  q: SparseSix,
  surfaces: ReadonlyMap<string, Deviation>,
  count: number,
  frames: readonly Framed[],
): { readonly w: Float64Array; readonly along: readonly Sparse[] } {
  const w = new Float64Array(6 * count)
  const along = new FormBuilder(count)
  const forms: Sparse[] = []
  for (const { about, axis, errors, kept, touches } of setup.pickups) {
    addTerms(along, errors)
    const from = kept === undefined ? undefined : frames[kept]
    from?.pickups.forEach((pickup, k) => {
      if (!pickup.about) along.addForm(from.along[k] as Sparse, dot(axis, pickup.axis))
    })
    for (const touch of touches) {
      const read = about ? rotationRow(axis) : contactRow(touch.at, axis)
      const row = scaleSix(read, touch.weight)
      addRow(along, surfaces.get(touch.surface), row, 1)
      along.addForms(q, row)
    }
    const form = along.take()
    forms.push(form)
    addOuter(w, form, about ? rotationAbout(about, axis) : [0, 0, 0, axis.x, axis.y, axis.z])
  }
  return { w, along: forms }
}

function addTerms(target: FormBuilder, terms: readonly Term[]): void {
  for (const { source, coefficient } of terms) target.add(source, coefficient)
}

/** target += form ⊗ column, target holding six values for each source. */
function addOuter(target: Float64Array, form: Sparse, column: readonly number[]): void {
  form.indices.forEach((index, i) => {
    const value = form.coefficients[i] as number
    for (let k = 0; k < 6; k++)
      target[6 * index + k] = (target[6 * index + k] as number) + value * (column[k] ?? 0)
  })
}

/** target += factor × row · deviation. A surface that nothing is known of counts as exact. */
function addRow(
  target: FormBuilder,
  deviation: Deviation | undefined,
  row: Six,
  factor: number,
): void {
  if (!deviation) return
  if (deviation.shared) target.addForms(deviation.shared.forms, scaleSix(row, factor))
  for (const { six, source } of deviation.own) target.add(source, factor * dotSix(row, six))
}

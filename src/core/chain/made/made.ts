import {
  applyMotion,
  dot,
  invertMotion,
  type Point,
  scale,
  type Six,
  subtract,
  turnDirection,
  ZERO_SIX,
  addSix,
} from '../../ground/geometry'
import { locate, type Locating } from '../locating'
import {
  type Column,
  seatingsOf,
  type StackBearing,
  type StackContact,
  type StackModel,
  type StackPickup,
  type StackSetup,
  type Term,
} from '../variation'
import { AT_REST, inTurn, motionOf, type Moved, sixOf, turnAboutLine } from './motions'

/** A surface as drawn, as far as what stands on it and touches it feels. */
export type Drawn =
  | { readonly kind: 'plane'; readonly normal: Point<'part'> }
  | { readonly kind: 'axis'; readonly from: Point<'part'>; readonly to: Point<'part'> }

/** A piece as it came out. */
export interface Made {
  /** How far each surface is off its place as drawn, in the piece's own frame. */
  readonly surfaces: ReadonlyMap<string, Six>
}

/** What one setup did to a piece, for those that share its clamping. */
interface Clamped {
  readonly held: Moved
  readonly pickups: readonly StackPickup[]
  readonly along: readonly number[]
}

/** Rounds of seating: each brings what is left of the gaps down by the size of the turns. */
const ROUNDS = 12

/**
 * Makes one piece, with full rotations: seats it on its contacts, finds zero, cuts. It follows the same contacts,
 * touches and cuts as the linear chain and nothing of its arithmetic.
 *
 * @param values - one for each source of the model, in its own unit.
 * @param drawn - the surfaces as drawn; one that is not there counts as flat where it is met.
 */
export function makePiece(
  model: StackModel,
  values: ArrayLike<number>,
  drawn: ReadonlyMap<string, Drawn>,
): Made {
  const surfaces = new Map<string, Moved>()
  const piece = new Piece(values, drawn, surfaces)
  for (const { columns, surface } of model.stock) surfaces.set(surface, piece.movedBy(columns))
  const done: Clamped[] = []
  model.setups.forEach((setup, index) => {
    const { shares } = setup
    const put = (seating: Pick<StackSetup, 'contacts' | 'swing'>, of: StackSetup): Moved =>
      inTurn(
        piece.clamp(seating, locate(of.contacts, model.halfSizeMm, model.centre)),
        piece.movedBy(of.moved ?? []),
      )
    for (const seating of seatingsOf(setup)) {
      const first = shares === undefined ? undefined : model.setups[shares]
      if (shares !== undefined && first && seating.clamped) {
        const held = put(seating.clamped, first)
        const { along } = piece.zero(seating.clamped.pickups, held, done)
        done[shares] = { held, pickups: seating.clamped.pickups, along }
      }
      const before = shares === undefined ? undefined : done[shares]
      const held = before
        ? inTurn(before.held, piece.movedBy(setup.moved ?? []))
        : put(seating, setup)
      const { along, frame } = piece.zero(seating.pickups, held, done)
      done[index] = { held, pickups: seating.pickups, along }
      const back = invertMotion(held)
      for (const cut of seating.cuts)
        surfaces.set(cut.surface, inTurn(piece.movedBy(cut.columns), frame, back))
    }
  })
  return { surfaces: new Map(Array.from(surfaces, ([id, moved]) => [id, sixOf(moved)])) }
}

class Piece {
  constructor(
    private readonly values: ArrayLike<number>,
    private readonly drawn: ReadonlyMap<string, Drawn>,
    private readonly surfaces: ReadonlyMap<string, Moved>,
  ) {}

  /** The motion of columns, added up. */
  movedBy(columns: readonly Column[]): Moved {
    let six: Six = ZERO_SIX
    for (const { six: own, source } of columns) six = addSix(six, own, this.values[source])
    return motionOf(six)
  }

  private sum(terms: readonly Term[]): number {
    return terms.reduce(
      (sum, { coefficient, source }) => sum + coefficient * (this.values[source] ?? 0),
      0,
    )
  }

  /** Where the part comes to rest: each surface meets its locator. */
  clamp(setup: Pick<StackSetup, 'contacts' | 'swing'>, how: Locating): Moved {
    const errors = setup.contacts.map((contact) => this.sum(contact.errors))
    let held = AT_REST
    for (let round = 0; round < ROUNDS; round++) {
      const gaps = setup.contacts.map((contact, j) => (errors[j] ?? 0) - this.offAt(contact, held))
      const step = how.inverse.map((row) =>
        row.reduce((sum, value, j) => sum + value * (gaps[j] ?? 0), 0),
      ) as unknown as Six
      held = inTurn(held, motionOf(step))
      if (Math.hypot(...step) < 1e-13) break
    }
    if (!setup.swing) return held
    const { about, axis, surface } = setup.swing
    const read = this.turnOf(surface, held, axis) + this.sum(setup.swing.errors)
    return inTurn(held, turnAboutLine(about, axis, -read))
  }

  private offAt(contact: StackContact, held: Moved): number {
    const own = this.off(contact, contact.normal, held)
    const { against } = contact
    return against ? (own - this.off(against, against.normal, held)) / 2 : own
  }

  /** How far a surface stands off its place as drawn, at a place along a direction, with the part held so. */
  private off(
    { at, surface }: Pick<StackBearing, 'at' | 'surface'>,
    along: Point<'part'>,
    held: Moved,
  ): number {
    const moved = inTurn(this.surfaces.get(surface) ?? AT_REST, held)
    const drawn = this.drawn.get(surface) ?? { kind: 'plane', normal: along }
    if (drawn.kind === 'plane') {
      // A plane slides in itself: what is met is where the line through the place cuts it.
      const normal = turnDirection(moved, drawn.normal)
      const facing = dot(normal, along)
      const gone = subtract(applyMotion(moved, at), at)
      return Math.abs(facing) > 1e-6 ? dot(normal, gone) / facing : dot(along, gone)
    }
    const [from, to] = [applyMotion(moved, drawn.from), applyMotion(moved, drawn.to)]
    const axis = subtract(drawn.to, drawn.from)
    const share = dot(axis, subtract(at, from)) / dot(axis, subtract(to, from))
    const there = subtract(from, scale(subtract(from, to), share))
    const own = dot(axis, subtract(at, drawn.from)) / dot(axis, axis)
    const nominal = subtract(drawn.from, scale(axis, -own))
    return dot(along, subtract(there, nominal))
  }

  private turnOf(surface: string, held: Moved, axis: Point<'part'>): number {
    const [a, b, c] = sixOf(inTurn(this.surfaces.get(surface) ?? AT_REST, held))
    return a * axis.x + b * axis.y + c * axis.z
  }

  /** Where the program's frame comes to lie. */
  zero(
    pickups: readonly StackPickup[],
    held: Moved,
    done: readonly Clamped[],
  ): { readonly frame: Moved; readonly along: readonly number[] } {
    let frame = AT_REST
    const along = pickups.map((pickup) => {
      const { about, axis, errors, kept, touches } = pickup
      let read = this.sum(errors)
      const from = kept === undefined ? undefined : done[kept]
      from?.pickups.forEach((other, k) => {
        if (!other.about) read += dot(axis, other.axis) * (from.along[k] ?? 0)
      })
      for (const touch of touches)
        read +=
          touch.weight *
          (about ? this.turnOf(touch.surface, held, axis) : this.off(touch, axis, held))
      frame = inTurn(
        frame,
        about
          ? turnAboutLine(about, axis, read)
          : motionOf([0, 0, 0, axis.x * read, axis.y * read, axis.z * read]),
      )
      return read
    })
    return { frame, along }
  }
}

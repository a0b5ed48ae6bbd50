import { type Finding } from '../../ground/finding'
import { type Axis, type Point } from '../../ground/geometry'
import { type Issue } from '../../ground/issues'
import { type Part, type PlaneSurface, type Side, type Surface } from '../../work/part'
import { type Recipe } from '../../ground/recipe'
import { type Sheet } from '../../ground/scene'
import { type Cut } from '../../work/stock'
import { type Distribution } from '../../chain/variation'
import { type GearKind, type Turner, type Workshop, type FigureRef } from '../workshop'
import { type Facing, type Lead, type Placed, type Work } from './work'

/** What a locator settles: the height, the line along X, the place along X. */
export type Role = 'rest' | 'guide' | 'stop'

/** Where a locator is meant to be, before it is looked whether there is metal. */
export interface Spot {
  readonly id: string
  readonly role: Role
  /** The face or the axis of a hole that it locates. */
  readonly surface: string
  /** It bears on what is fixed to the part, not on the part: that surface, and what it is called. */
  readonly on?: { readonly plane: PlaneSurface; readonly name: string }
  readonly at: Point<'setup'>
  /** The direction of the part that it locates, where its surface is no plane. */
  readonly normal?: Point<'part'>
  /** Which piece of the holding it is, where that matters to the holding. */
  readonly by?: string
  /** Set by a person with an instrument, not borne: it may be anywhere beside metal. */
  readonly isSet?: true
  /** Set so that the part fitted into a measured casting lies there: it follows that, not the skin. */
  readonly isFitted?: true
  /** How far it stands off for each mm that the diameter of its surface is larger. */
  readonly perDiameter?: number
  /** What is closed from the other side as far: the holding finds the middle between the two. */
  readonly against?: { readonly surface: string; readonly at: Point<'setup'> }
}

/** A place of the part that bears. */
export interface BearingPlace {
  readonly surface: string
  readonly at: Point<'part'>
  /** Outward normal of the part there, unit. */
  readonly normal: Point<'part'>
  readonly inSetup: Point<'setup'>
  /** On a face that is still as bought. */
  readonly raw: boolean
  /** There is metal where it bears. */
  readonly bears: boolean
  /** What it is called, where it is no surface of the part. */
  readonly called?: string
}

/** Something that is fixed to the part and goes with it from setup to setup. */
export interface Attached {
  /** Two setups with the same mark have the same thing on, put there once. */
  readonly mark: string
  /** What it is called in the chain: "the carrier". */
  readonly name: string
  /** Its faces that may be stood on, and how far each is off by itself, ± mm along its normal. */
  readonly faces: readonly { readonly plane: PlaneSurface; readonly offMm: number }[]
  /** How far the part lies off on it, ± mm along each axis and ± rad about each through a point. */
  readonly centre: Point<'part'>
  readonly offMm: number
  readonly turnRad: number
  /** Each of its faces out of square to the others, ± rad. */
  readonly squareRad: number
  readonly cause: string
  readonly remedy: string
}

/** One locator of a setup: it bears, or is set by a person. */
export interface Locator extends BearingPlace {
  readonly id: string
  readonly role: Role
  /** The other side, where what holds finds the middle between two. */
  readonly against?: BearingPlace
  readonly perDiameter?: number
  readonly edited: boolean
  readonly by: string | undefined
  readonly isSet: boolean
  /** It follows the part as it was fitted into the casting, not the skin. */
  readonly isFitted: boolean
}

/** A cause that sets a locator, or a zero that is kept, off its place. */
export interface HeldError {
  /** Names it within its gear or its setup. */
  readonly key: string
  /** The link of the chain that it belongs to. */
  readonly link: string
  readonly cause: string
  /** Name of the gear whose own error it is, the same in every setup; drawn anew in each setup where there is none. */
  readonly gear?: string
  /** A ratio, such as a lean; mm when left out. */
  readonly unit?: 'mm/mm'
  readonly plusMinus: number
  /** The figure of the workshop that it is drawn from. */
  readonly figure?: FigureRef
  readonly distribution?: Distribution
  readonly remedy: string
  readonly lights: readonly string[]
  /** How far the locator stands off for one unit of it. */
  readonly coefficient: number
}

/** What keeps zero along one axis when nothing is touched. */
export interface Stay {
  /** Where zero is then, in the setup. */
  readonly at: number
  /** Where along the other axes that is exact. */
  readonly place: Point<'setup'>
  /** "stop, as stored". */
  readonly words: string
  /** "the stop": where a finder of zero is told what the plan takes. */
  readonly what: string
  /** "at the stop, left end": where zero lies on the part. */
  readonly where: string
  /** Undefined when nothing keeps this axis: it must be touched. */
  readonly error: HeldError | undefined
  readonly anchor: Anchorage
}

/** What of a holding stays in the machine when the part is turned over, along one axis. */
export interface Anchorage {
  /** Its coordinate in the setup. */
  readonly at: number
  /** "the stop". */
  readonly name: string
  /** Two setups with the same mark have the same thing in the same place. */
  readonly mark: string
  /** What is said when it is not where it was: "the stop is at the left end now", "at the left before". */
  readonly now?: string
  readonly was?: string
  /** What is said when there is nothing, and when nobody knows where it is. */
  readonly lacking?: string
  readonly unknown?: string
}

/** Something that pushes; it locates nothing. */
export interface Clamp {
  readonly name: string
  /** What it lights with, and where it presses from above: of one that can be moved. */
  readonly id?: string
  readonly foot?: Point<'setup'>
  readonly shape: Recipe<'setup'>
}

/** A piece of the holding as it stands in the setup. */
export interface Solid {
  readonly name: string
  /** What lights with it. */
  readonly ref?: string
  readonly tone?: 'steel' | 'hatch'
  readonly shape: Recipe<'setup'>
}

export interface RoleWords {
  /** "Jaw": at the head of a line. */
  readonly label: string
  /** "jaw contact". */
  readonly noun: string
  /** "on the fixed jaw". */
  readonly onto: string
  /** "The fixed jaw bears". */
  readonly bears: string
  /** What to do about how the work sits on it. */
  readonly clean: string
  readonly cleanRaw: string
}

export type MotionName = 'tip' | 'tipAlong' | 'turn' | 'slide' | 'off' | 'lift'

export interface HoldingWords {
  readonly roles: Readonly<Record<Role, RoleWords>>
  /** What the part can still do: tip about X, tip end to end, turn, slide along X, move along Y, lift. */
  readonly motions: Readonly<Record<MotionName, string>>
  /** What would stop a free motion. */
  readonly holdIt: string
  /** The frame's own nought, axis by axis: "the middle of the vise", "the fixed jaw", "the bed". */
  readonly nought: Readonly<Record<Axis, string>>
  /** What lies towards + Y: "the fixed jaw". */
  readonly guided: string
  /** Where the part is turned about when an edge is to run true. */
  readonly pivot: string
  /** The name of the thing that stands on the machine: "Vise 125". */
  readonly name: string
  /** "vise 125, parallels 12": in the words of a card. */
  readonly short: string
  /** What is out of line when an edge runs out, and what to do about it: "the vise", "Tram the vise". */
  readonly turns: string
  readonly tram: string
  /** "with 28 mm still gripped", where that can be said. */
  readonly stillHeld?: string
  /** What holds it from sliding where nothing but a touch settles that. */
  readonly grip: string
  /** How it stands, in a line: words, and faces that are named in it. */
  readonly caption: readonly (string | Side)[]
  /** What the form of the holding says under it, with its caution. */
  readonly note: string
  /** How it is held, line by line, for the sheet. */
  readonly lines: readonly string[]
}

/** What rules of a holding look at beside how it stands. */
export interface Inspected {
  readonly index: number
  readonly ops: readonly Cut[]
  readonly locators: readonly Locator[]
  /** Where jacks touch it from below. */
  readonly props: readonly Point<'setup'>[]
  readonly length: (mm: number) => string
  readonly name: (ref: string) => string
}

export type View = 'side' | 'above'
export interface Paper {
  readonly width: number
  readonly height: number
  /** At most so many sheet units for a millimetre, so that views beside each other have one scale. */
  readonly scale?: number | undefined
}
/** The holding on paper: what lies under the work is drawn, what lies over it is drawn when asked. */
export interface Drawn {
  readonly sheet: Sheet
  /** Where the arrows of X and Y stand from above, in the setup, mm. */
  readonly arrowsAt?: readonly [number, number]
  /** Over what the name of zero stands from above, in Y of the setup, mm: clear of all lines. */
  readonly namesAt?: number
  over(): void
}

/** A face that the holding covers. */
export interface CoveredFace {
  readonly face: Side
  readonly what: string
  readonly rest: string
}

/** How a part stands in a holding: everything that the rest of Foothold needs of it. */
export interface Standing extends Omit<Placed, 'faceAt'> {
  /** Which face of the part looks squarely which way; none where it leans. */
  readonly faceAt: Readonly<Record<Facing, Side | undefined>>
  readonly spots: readonly Spot[]
  readonly clamps: readonly Clamp[]
  readonly solids: readonly Solid[]
  readonly stays: Readonly<Record<Axis, Stay>>
  /** What stands on the machine and keeps its place there, by its mark. */
  readonly mark: string
  /** From the table to the frame's nought in Z, mm. */
  readonly overTableMm: number
  /** The frame's turn against the travel that is to be reckoned with, ± mm in 100 mm, and how closely work comes back to its stop. */
  readonly outOfLinePer100: number
  readonly comesBackMm: number
  /** About this point the holding is turned when an edge is to run true. */
  readonly pivot: Point<'setup'>
  /** Held at one end by what is spare: the face at which it is cut off there, the last cut of all, and the room beside that, mm. */
  readonly partsAt?: { readonly face: Side; readonly roomMm: number }
  /** Holes are not placed by coordinates here but handed on through another part: what errs in the place of each, along each axis. */
  readonly handsOn?: { readonly by: string; readonly errors: readonly HeldError[] }
  /** What presses on this face follows a side that goes in along the jaw. */
  readonly swivelsAt?: Side
  /** Sides with their draft on that lie flat against what holds them all the same. */
  readonly follows?: readonly string[]
  /** Pushed each time until a pin bears in a hole: which way, as the part sees it, and by how much that shifts it, mm. */
  readonly pushed?: { readonly on: string; readonly towards: Point<'part'>; readonly mm: number }
  /** What turns the part without the machine's own axis: an index head, a block with flats. */
  readonly turner?: Turner
  /** Faces that cannot be cut here, and such as zero cannot be found on. */
  readonly held: readonly CoveredFace[]
  readonly attached?: Attached
  readonly hidden: readonly Pick<CoveredFace, 'face' | 'rest'>[]
  /** Where the work is guided along Y and stopped along X, if it is; for plans of the face. */
  readonly guideY: number | undefined
  readonly stopX: number | undefined
  /** What stops it is a wall of the holding, drawn with that. */
  readonly stopIsWall?: true
  /** Where the stop is put on a bare table, from the middle of the travel, by the end that it stands at. */
  readonly stopEnd: 'left' | 'right' | undefined
  readonly words: HoldingWords
  errors(locator: Pick<Locator, 'role' | 'inSetup' | 'by' | 'id'>): readonly HeldError[]
  findings(inspected: Inspected): readonly Finding[]
  draw(view: View, paper: Paper, zeroX: number): Drawn
}

/** One choice of a holding, as a form shows it. */
export type HoldingField =
  | { readonly key: string; readonly label: string; readonly kind: 'gear'; readonly gear: GearKind }
  | {
      readonly key: string
      readonly label: string
      readonly kind: 'choice'
      readonly options: readonly { readonly value: string; readonly label: string }[]
    }
  | {
      readonly key: string
      readonly label: string
      readonly kind: 'number'
      readonly options: readonly number[]
    }
  | {
      readonly key: string
      readonly label: string
      readonly kind: 'length'
      readonly hint: string
    }
  | {
      readonly key: string
      readonly label: string
      readonly kind: 'hole' | 'holes' | 'round' | 'upright-round' | 'side' | 'text' | 'sizes'
    }
  /** Another setup of the way that is held alike, or none. */
  | {
      readonly key: string
      readonly label: string
      readonly kind: 'setup'
    }
  /** An upright outside round, an upright hole, one that runs to the back, a hole or round along X; or none. */
  | {
      readonly key: string
      readonly label: string
      readonly kind: 'upright' | 'hole-or-none' | 'hole-across' | 'along'
    }

/** What stays of a holding in the machine, by itself: for what the register and others know of it. */
export interface Anchored {
  readonly mark: string
  readonly marks: Readonly<Record<Axis, Pick<Anchorage, 'mark' | 'was'>>>
}

/** A piece of gear as the register knows it: which of the workshop it is, and where its stop stands. */
export interface Registered {
  readonly vise?: string | undefined
  readonly plate?: string | undefined
  readonly anglePlate?: string | undefined
  readonly stop?: 'left' | 'right' | 'none' | undefined
}

/** Everything that is one kind of holding's own. */
export interface HoldingKind<P extends { readonly kind: string }> {
  readonly kind: P['kind']
  /** "Vise", at the head of its form. */
  readonly title: string
  readonly fields: readonly HoldingField[]
  /** What may take three points, in words; undefined where there is no choice. */
  readonly leads: Readonly<Record<Lead, string>> | undefined
  /** A first holding of this kind, from the gear that fits best; undefined when the workshop lacks it. */
  begin(
    workshop: Workshop,
    part: Part,
    surfaces: ReadonlyMap<string, Surface>,
    pose: { readonly up: Side; readonly guide: Side },
  ): P | undefined
  /** What must be made before it holds anything, and about how long that takes (common practice, no source); left out where it only has to be put there. */
  readonly makes?: { readonly words: string; readonly minutes: number }
  /** What it wants of a part, said where a first one cannot be begun though the gear is there. */
  readonly wants?: string
  /** Whether a first holding can hold the part as it is bought; left out where it always can. */
  takes?(
    holding: P,
    workshop: Workshop,
    part: Part,
    pose: { readonly up: Side; readonly guide: Side },
  ): boolean
  /** What contradicts the workshop or the part. */
  issues(
    holding: P,
    workshop: Workshop,
    surfaces: ReadonlyMap<string, Surface>,
  ): readonly Pick<Issue, 'code' | 'path' | 'sentence'>[]
  stand(holding: P, work: Work): Standing
  /** The holding with one of its clamps moved, as near as it can come to a place in the setup; put back where none is given. */
  moveClamp?(
    holding: P,
    lying: Pick<Placed, 'low' | 'high'>,
    id: string,
    to: { readonly x: number; readonly y: number } | undefined,
  ): P
  anchored(holding: P): Anchored
  /** The same of gear in the register; undefined when it is none of this kind. */
  registered(gear: Registered): Anchored | undefined
  /** How the part stands, as a mark that is kept with readings. */
  readingMark(holding: P): string
}

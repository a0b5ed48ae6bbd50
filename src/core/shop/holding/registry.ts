import { z } from 'zod'
import { type Anchored, type HoldingKind, type Registered, type Standing } from './kind'
import { ANGLE_PLATE } from './angle'
import { AngleSchema } from './angle/parameters'
import { CARRIER } from './carrier'
import { CarrierSchema } from './carrier/parameters'
import { CENTRING } from './centring'
import { CentringSchema } from './centring/parameters'
import { CHUCK } from './chuck'
import { ChuckSchema } from './chuck/parameters'
import { MANDREL } from './mandrel'
import { MandrelSchema } from './mandrel/parameters'
import { TOE_CLAMPS } from './toe'
import { ToeSchema } from './toe/parameters'
import { V_BLOCKS } from './vBlock'
import { VBlockSchema } from './vBlock/parameters'
import { JACKS } from './jacks'
import { JacksSchema } from './jacks/parameters'
import { FRAME } from './frame'
import { FrameSchema } from './frame/parameters'
import { EDGE_PLATE } from './edgePlate'
import { EdgePlateSchema } from './edgePlate/parameters'
import { UNDER_MATE } from './mate'
import { MateSchema } from './mate/parameters'
import { NEST } from './nest'
import { NestSchema } from './nest/parameters'
import { PIN_PLATE } from './plate'
import { PinPlateSchema } from './plate/parameters'
import { SOFT_JAWS } from './softJaws'
import { SoftJawsSchema } from './softJaws/parameters'
import { STUCK } from './stuck'
import { StuckSchema } from './stuck/parameters'
import { STRAPS } from './straps'
import { StrapsSchema } from './straps/parameters'
import { V_JAW } from './vJaw'
import { VJawSchema } from './vJaw/parameters'
import { VISE } from './vise'
import { ViseSchema } from './vise/parameters'
import { type Work } from './work'

/** Every kind of holding: a new one is a folder of its own, a schema and a line here. */
export const HoldingSchema = z.discriminatedUnion('kind', [
  ViseSchema,
  StrapsSchema,
  PinPlateSchema,
  AngleSchema,
  JacksSchema,
  NestSchema,
  StuckSchema,
  SoftJawsSchema,
  CentringSchema,
  ChuckSchema,
  VBlockSchema,
  MandrelSchema,
  ToeSchema,
  CarrierSchema,
  MateSchema,
  VJawSchema,
  EdgePlateSchema,
  FrameSchema,
])
export type Holding = z.infer<typeof HoldingSchema>

type Kinds = { readonly [K in Holding['kind']]: HoldingKind<Extract<Holding, { kind: K }>> }
const KINDS: Kinds = {
  vise: VISE,
  straps: STRAPS,
  plate: PIN_PLATE,
  'angle-plate': ANGLE_PLATE,
  jacks: JACKS,
  nest: NEST,
  stuck: STUCK,
  'soft-jaws': SOFT_JAWS,
  centring: CENTRING,
  chuck: CHUCK,
  'v-blocks': V_BLOCKS,
  mandrel: MANDREL,
  'toe-clamps': TOE_CLAMPS,
  carrier: CARRIER,
  mate: UNDER_MATE,
  'v-jaw': V_JAW,
  'plate-stops': EDGE_PLATE,
  frame: FRAME,
}

export const HOLDING_KINDS = Object.values(KINDS) as readonly HoldingKind<Holding>[]

/** The kind of a holding, with everything that is its own. */
export const kindOf = ({ kind }: Pick<Holding, 'kind'>): HoldingKind<Holding> =>
  KINDS[kind] as unknown as HoldingKind<Holding>

/** What of registered gear stays on its machine, if any kind of holding knows it. */
export const anchoredOf = (gear: Registered): Anchored | undefined =>
  HOLDING_KINDS.map((kind) => kind.registered(gear)).find((anchored) => anchored !== undefined)

/** How a part stands in a holding. The documents were checked: the gear that it names exists. */
export const standIn = (holding: Holding, work: Work): Standing =>
  kindOf(holding).stand(holding, work)

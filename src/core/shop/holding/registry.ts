import { type Anchored, type HoldingKind, type Registered, type Standing } from './kind'
import { ANGLE_PLATE } from './angle'
import { CARRIER } from './carrier'
import { CENTRING } from './centring'
import { CHUCK } from './chuck'
import { MANDREL } from './mandrel'
import { TOE_CLAMPS } from './toe'
import { V_BLOCKS } from './vBlock'
import { JACKS } from './jacks'
import { FRAME } from './frame'
import { FACEPLATE } from './faceplate'
import { EDGE_PLATE } from './edgePlate'
import { UNDER_MATE } from './mate'
import { NEST } from './nest'
import { PIN_PLATE } from './plate'
import { SOFT_JAWS } from './softJaws'
import { STUCK } from './stuck'
import { STRAPS } from './straps'
import { V_JAW } from './vJaw'
import { type Holding } from './schema'
import { VISE } from './vise'
import { type Work } from './work'

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
  faceplate: FACEPLATE,
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

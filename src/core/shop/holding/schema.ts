import { z } from 'zod'
import { AngleSchema } from './angle/parameters'
import { CarrierSchema } from './carrier/parameters'
import { CentringSchema } from './centring/parameters'
import { ChuckSchema } from './chuck/parameters'
import { MandrelSchema } from './mandrel/parameters'
import { ToeSchema } from './toe/parameters'
import { VBlockSchema } from './vBlock/parameters'
import { JacksSchema } from './jacks/parameters'
import { FrameSchema } from './frame/parameters'
import { FaceplateSchema } from './faceplate/parameters'
import { EdgePlateSchema } from './edgePlate/parameters'
import { MateSchema } from './mate/parameters'
import { NestSchema } from './nest/parameters'
import { PinPlateSchema } from './plate/parameters'
import { SoftJawsSchema } from './softJaws/parameters'
import { StuckSchema } from './stuck/parameters'
import { StrapsSchema } from './straps/parameters'
import { VJawSchema } from './vJaw/parameters'
import { ViseSchema } from './vise/parameters'

/** Every kind of holding: a new one is a folder of its own, a line here and one in the registry. */
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
  FaceplateSchema,
])
export type Holding = z.infer<typeof HoldingSchema>

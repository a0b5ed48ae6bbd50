import { type Head } from './head'
import { type JawBlank } from './holders'
import { type Conditions } from './conditions'

/** The conditions of a shop that does not say them. */
export const USUAL_CONDITIONS: Conditions = {
  temperatureK: 3,
  thermal: { counted: true, reason: '' },
  sideForceN: 30,
  modulusGPa: 550,
  deflection: { counted: true, reason: '' },
}

/** A head that swings, of a machine that does not say more (common practice, no source). */
export const USUAL_HEAD: Head = {
  swings: 'sideways',
  most: 45,
  offDeg: 0.03,
  quill: 125,
  foundMm: 0.02,
}

/** Blanks as they can be bought, where a shop does not say what it has (common practice, no source). */
export const USUAL_JAW_BLANKS: readonly JawBlank[] = [
  {
    id: 'soft-125',
    name: 'Soft jaws 125',
    width: 125,
    thickness: 40,
    height: 45,
    screwApart: 80,
    screwHeight: 14,
    headDiameter: 18,
    pairs: 0,
    backMm: 0.03,
  },
  {
    id: 'soft-180',
    name: 'Soft jaws 180',
    width: 180,
    thickness: 60,
    height: 50,
    screwApart: 100,
    screwHeight: 16,
    headDiameter: 20,
    pairs: 0,
    backMm: 0.03,
  },
]

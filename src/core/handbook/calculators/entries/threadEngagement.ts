import { succeed } from '../../../ground/issues'
import { minorDiameterMm, pitchDiameterMm } from '../../standards'
import { defineCalculator, mm } from '../calculator'
import { STRENGTH_CAUTION } from '../cautions'
import { choice, thread } from '../field'

/** Tensile strength, N/mm²; usual figures for the sort, from memory. */
const STRENGTH = {
  aluminium: 310,
  'cast aluminium': 200,
  brass: 360,
  'cast iron': 220,
  steel: 420,
  'stainless steel': 520,
  plastic: 65,
} as const
/** Least tensile strength of screws, N/mm²: ISO 898-1 and ISO 3506-1, from memory. */
const SCREW_STRENGTH = {
  '4.6': 400,
  '5.8': 520,
  '8.8': 800,
  '10.9': 1040,
  '12.9': 1220,
  'A2-70': 700,
} as const
/** Shear strength as a part of tensile strength (common practice, no source). */
const SHEAR = 0.6
/** Lengths in diameters that shops take without reckoning (common practice, no source). */
const USUAL_DIAMETERS = {
  steel: 1,
  'stainless steel': 1,
  'cast iron': 1.5,
  brass: 1.5,
  aluminium: 2,
  'cast aluminium': 2,
  plastic: 2.5,
} as const

type Sort = keyof typeof STRENGTH

export const threadEngagement = defineCalculator({
  id: 'thread-engagement',
  title: 'Length of thread in engagement',
  fields: {
    thread: thread('Thread'),
    material: choice('Material of the part', Object.keys(STRENGTH) as Sort[], 'aluminium'),
    screwClass: choice(
      'Class of the screw',
      Object.keys(SCREW_STRENGTH) as (keyof typeof SCREW_STRENGTH)[],
      '8.8',
    ),
  },
  source:
    'Stress and shear areas as in ASME B1.1 appendix B, on basic sizes: long enough that the screw breaks before either thread strips',
  caution: STRENGTH_CAUTION,
  compute: ({ material, screwClass, thread: screw }) => {
    const { majorMm, pitchMm } = screw
    const [pitchDiameter, minor] = [pitchDiameterMm(screw), minorDiameterMm(screw)]
    const stressArea = (Math.PI / 4) * (majorMm - 0.9382 * pitchMm) ** 2
    const flank = (wide: number, narrow: number): number =>
      0.5 + ((wide - narrow) * Math.tan(Math.PI / 6)) / pitchMm
    const inPart = Math.PI * majorMm * flank(majorMm, pitchDiameter)
    const onScrew = Math.PI * minor * flank(pitchDiameter, minor)
    const ratio = SCREW_STRENGTH[screwClass] / STRENGTH[material]
    const minimum = Math.max(
      (ratio * stressArea) / (SHEAR * inPart),
      stressArea / (SHEAR * onScrew),
    )
    return succeed({
      minimumLength: mm(minimum),
      usualLength: mm(USUAL_DIAMETERS[material] * majorMm),
    })
  },
})

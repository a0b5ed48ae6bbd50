import { fail, succeed } from '../../../ground/issues'
import { defineCalculator, degrees, type Figure, mm, plain } from '../calculator'
import { choice, length } from '../field'

/**
 * Width of the lands of a relieved pin that still goes in when the distance is out by `offMm`: the corner
 * of the land, at half the width, must lie within the hole moved by `offMm`.
 */
const landWidth = (holeMm: number, pinMm: number, offMm: number): number =>
  offMm === 0 ? pinMm : Math.min(pinMm, ((holeMm / 2) ** 2 - (pinMm / 2) ** 2 - offMm ** 2) / offMm)

export const twoPin = defineCalculator({
  id: 'two-pin',
  title: 'Two pins in two holes',
  fields: {
    distance: length('Distance of the pins', 'positive', { example: '100' }),
    distanceTolerance: length('Distances differ by up to ±', 'not negative', { example: '0.02' }),
    hole: length('Smallest hole', 'positive', { example: '6.01' }),
    pin: length('Largest pin', 'positive', { example: '6' }),
    kind: choice('Second pin', ['round', 'relieved'], 'round'),
  },
  source:
    'Geometry: two round pins take up a difference of distance up to the clearance; a relieved pin by its lands; tilt up to clearance ÷ distance',
  compute: ({ distance, distanceTolerance, hole, kind, pin }) => {
    const clearance = hole - pin
    if (clearance <= 0)
      return fail(
        'pins.tight',
        'The pin is not smaller than the hole; it has to be pressed in.',
        'pin',
      )
    const land = landWidth(hole, pin, distanceTolerance)
    const fits = kind === 'round' ? distanceTolerance <= clearance + 1e-12 : land > 0
    const lands: Record<string, Figure> =
      kind === 'relieved' ? { landWidth: mm(Math.max(0, land)) } : {}
    return succeed({
      fits: plain(fits),
      angleMax: degrees(Math.atan2(clearance, distance)),
      shiftMax: mm(clearance / 2),
      ...lands,
    })
  },
})

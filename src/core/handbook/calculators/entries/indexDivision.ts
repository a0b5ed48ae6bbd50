import { succeed } from '../../../ground/issues'
import { defineCalculator, degrees, plain } from '../calculator'
import { count } from '../field'

export const indexDivision = defineCalculator({
  id: 'index-division',
  title: 'Divisions on an index plate',
  fields: {
    divisions: count('Divisions', 1, 3600, { example: '24' }),
    plate: count('Holes in the plate', 1, 1000, { fallback: '36' }),
    vernier: count('Holes in the vernier', 1, 100, { fallback: '10' }),
  },
  source:
    'Plate × vernier steps a turn; a division is possible when it divides them (36 × 10: any factor of 360)',
  compute: ({ divisions, plate, vernier }) => {
    const steps = plate * vernier
    const possible = steps % divisions === 0
    const settings = Array.from({ length: possible ? divisions : 0 }, (_, i) => ({
      plate: Math.floor((i * steps) / divisions / vernier),
      vernier: ((i * steps) / divisions) % vernier,
    }))
    return succeed({
      possible: plain(possible),
      angle: degrees((2 * Math.PI) / divisions),
      settings: plain(settings),
    })
  },
})

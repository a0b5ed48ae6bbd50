import { type PlannedSetup } from '../../plan/planning'
import { type JawDesign } from '../../shop/making'
import { lengthWords, printLength } from '../../handbook/units'
import { cutText } from '../../ground/issues'
import { ownName } from './owned'
import { type Fixture } from './schema'

/** The walls of jaws that were put back may be out of line by this before they want a skim cut, mm in 100 (common practice, no source). */
const RUNS_OUT_MM = 0.02
const MOST_NAME = 60

const CHECKS: Fixture['checks'] = [
  { kind: 'look', id: 'clean', what: 'Jaws and vise wiped where they meet, no chip' },
  { kind: 'look', id: 'tight', what: 'Screws tight, not loosened since they were cut' },
  {
    kind: 'indicate',
    id: 'line',
    what: 'Wall of the fixed half along the travel',
    within: { mm: RUNS_OUT_MM },
  },
  {
    kind: 'touch',
    id: 'touch',
    what: 'Left end of the fixed half',
    edge: 'end',
    within: { mm: RUNS_OUT_MM },
  },
]

/**
 * A pair of soft jaws as the register keeps it: its own zero where it is to be found again, the edges it is
 * found from, what must be looked at once it was unscrewed. Where it lies in the machine is not known yet.
 */
export function fixtureOfJaws(planned: PlannedSetup, design: JawDesign): Fixture {
  const { clamping, index, machine, part, setup } = planned
  const { clearMm, cutter, fixed, floorZ, slug, stepMm, topZ, vise, zero } = design
  const { holding } = clamping
  const stop = holding.kind === 'soft-jaws' ? holding.stop : 'none'
  const length = (mm: number): string => lengthWords(mm, part.unit)
  const size = planned.standing.high.x - planned.standing.low.x
  return {
    name: cutText(`Jaws ${part.name}, setup ${index + 1}`, MOST_NAME),
    kind: 'jaws',
    machine: machine.id,
    vise: vise.id,
    stop,
    offset: setup.zero.offset,
    zeroIs: zero.words,
    zero: { x: 0, y: 0, z: 0 },
    knownMm: 0.01,
    edges: [
      {
        id: 'end',
        name: 'left end of the fixed half',
        axis: 'x',
        toZero: { mm: zero.x - fixed.low.x },
      },
      { id: 'wall', name: 'wall of the fixed half', axis: 'y', toZero: { mm: 0 } },
      { id: 'top', name: 'top of the jaws', axis: 'z', toZero: { mm: floorZ - topZ } },
    ],
    checks: CHECKS,
    sizes: design.shifts.map((by, i) => ({
      id: i === 0 ? 'part' : `part-${i + 1}`,
      name: cutText(design.shifts.length > 1 ? `Place ${i + 1}` : setup.name, MOST_NAME),
      part: cutText(ownName(part), 80),
      length: { mm: size },
      offset: setup.zero.offset,
      shift: { x: { mm: by }, y: { mm: 0 }, z: { mm: 0 } },
      stop: stop === 'none' ? 'none' : `end wall, ${stop}`,
    })),
    pins: [],
    screws: [],
    note: `Step ${length(stepMm)}, gap ${length(slug.diameterMm)} closed on the part, ${printLength(clearMm, part.unit)} free, cut with ${cutter.name.toLowerCase()}. Zero is not yet known in the machine: it is where the jaws were cut.`,
  }
}

import { planWay, type PlannedSetup } from '@/core/plan/planning'
import { type Way } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'
import { type TakenIn } from '@/core/work/casting'
import { isSide, type Part, type Side } from '@/core/work/part'

/** The part as it stands in a setup, before its cuts or after them, and the stand that points taken then go to. */
export interface Moment extends TakenIn {
  readonly key: string
  readonly label: string
  readonly planned: PlannedSetup
}

const [BEFORE, AFTER] = ['before its cuts', 'after its cuts']

/** Both moments of every setup that clamps the part itself. */
export function momentsOf(workshop: Workshop, part: Part, way: Way): readonly Moment[] {
  return way.setups.flatMap((setup, i): readonly Moment[] => {
    if (setup.clamping.kind === 'indexed') return []
    const until = way.setups.slice(0, i)
    // After its cuts it stands as a setup would that clamps it just so and cuts nothing.
    const after = { ...setup, id: `${setup.id}-after`, ops: [] }
    const { setups } = planWay(workshop, part, { ...way, setups: [...until, setup, after] })
    const [first, second] = setups.slice(i)
    if (!first || !second) return []
    const name = (when: string): string => `${setup.name}, ${when}`.slice(0, 60)
    const label = (when: string): string => `${i + 1} ${setup.name}, ${when}`
    return [
      {
        key: setup.id,
        label: label(BEFORE),
        name: name(BEFORE),
        planned: first,
        since: lastSide(until),
        with: undefined,
      },
      {
        key: after.id,
        label: label(AFTER),
        name: name(AFTER),
        planned: second,
        since: lastSide([...until, setup]),
        with: name(BEFORE),
      },
    ]
  })
}

/** The side that was cut last: what is measured there from then on is the cut face. */
const lastSide = (setups: Way['setups']): Side | undefined =>
  setups
    .flatMap(({ ops }) => ops.map(({ feature }) => feature))
    .findLast((feature): feature is Side => isSide(feature))

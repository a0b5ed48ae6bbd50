import { describe, expect, it } from 'vitest'
import { SADDLE, saddleWays, WORM_BLOCK, WORM_BLOCK_WAY_A } from '../../paper/demo'
import { planWay } from '../../plan/planning'
import { changeClamping } from '../../plan/way'
import { predictWay } from '../../predict/prediction'
import { STANDARD_WORKSHOP } from '../../shop/workshop'
import { footingsOf } from '.'

const [way] = saddleWays(STANDARD_WORKSHOP)
if (!way) throw new Error('the saddle has no way')

describe('the first footing held otherwise', () => {
  const footings = footingsOf(STANDARD_WORKSHOP, SADDLE, way, 0)

  it('every kind that the gear allows is tried; what the way has is marked', () => {
    expect(footings.length).toBeGreaterThan(2)
    expect(footings.filter(({ isChosen }) => isChosen).map(({ kind }) => kind)).toEqual(['jacks'])
  })

  it('each that can be tried says how the part stands in it, by the names of its faces', () => {
    const inVise = footingsOf(STANDARD_WORKSHOP, WORM_BLOCK, WORM_BLOCK_WAY_A, 1)
    for (const { holding, stands } of inVise) expect(stands === undefined).toBe(!holding)
    const vise = inVise.find(({ kind }) => kind === 'vise')
    expect(vise?.stands).toMatch(/^Stands on .*, against .* mm gripped$/)
    expect(vise?.stands).not.toMatch(/bottom/)
  })

  it('what nothing forbids comes first, and of those the larger margin', () => {
    const free = footings.filter(({ forbids }) => forbids === undefined)
    expect(footings.slice(0, free.length)).toEqual(free)
    const margins = free.map(({ marginMm }) => marginMm ?? -Infinity)
    expect(margins).toEqual([...margins].sort((a, b) => b - a))
    expect(free.map(({ kind }) => kind)).toContain('jacks')
  })

  it('set by the fit, the arch lies better over the foot than on the raw skin', () => {
    const marginOf = (kind: string): number | undefined =>
      footings.find((one) => one.kind === kind)?.marginMm
    expect(marginOf('jacks')).toBeDefined()
    const raw = marginOf('straps')
    if (raw !== undefined) expect(marginOf('jacks')).toBeGreaterThanOrEqual(raw)
  })

  it('what is lacking for a kind is said, and stands last', () => {
    const bare = { ...STANDARD_WORKSHOP, straps: [], anglePlates: [] }
    const inVise = footingsOf(bare, WORM_BLOCK, WORM_BLOCK_WAY_A, 0)
    const lacking = inVise.filter(({ holding }) => !holding)
    expect(inVise.slice(-lacking.length)).toEqual(lacking)
    expect(lacking.find(({ kind }) => kind === 'straps')?.forbids).toBe(
      'The workshop has nothing for it: straps.',
    )
    expect(lacking.find(({ kind }) => kind === 'nest')?.forbids).toMatch(/Only a casting/)
    expect(lacking.find(({ kind }) => kind === 'plate')?.forbids).toMatch(/pins want two holes/)
  })

  it('a later setup is tried by itself: what is predicted is that of the way with that holding', () => {
    const of = footingsOf(STANDARD_WORKSHOP, WORM_BLOCK, WORM_BLOCK_WAY_A, 2)
    const taken = of.find(({ holding, isChosen }) => holding && !isChosen)
    if (!taken?.holding) throw new Error('nothing else can hold it')
    const holding = taken.holding
    const setups = WORM_BLOCK_WAY_A.setups.map((setup, i) =>
      i === 2
        ? changeClamping(setup, (clamping) => ({
            ...clamping,
            holding,
            footing: { ...clamping.footing, edits: [] },
          }))
        : setup,
    )
    const { requirements } = predictWay(
      planWay(STANDARD_WORKSHOP, WORM_BLOCK, { ...WORM_BLOCK_WAY_A, setups }),
    )
    const margins = requirements.flatMap((r) =>
      r.outcome && r.setups.includes(2) ? [r.outcome.likely.margin] : [],
    )
    expect(taken.marginMm).toBe(margins.length > 0 ? Math.min(...margins) : undefined)
  })

  it('of a way without setups there is nothing to compare', () => {
    expect(footingsOf(STANDARD_WORKSHOP, SADDLE, { ...way, setups: [] }, 0)).toEqual([])
  })
})

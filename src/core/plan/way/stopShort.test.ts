import { describe, expect, it } from 'vitest'
import { mm, op, plainBlock, setup, topHole, way } from '../../../../tests/support/documents'
import { STANDARD_WORKSHOP } from '../../shop/workshop'
import { type Part, type Requirement } from '../../work/part'
import { stopShort, wayIssues } from '.'

const part: Part = {
  ...plainBlock(),
  features: [
    topHole('bore', 50, 30, { diameter: mm(20) }),
    topHole('pin', 20, 30, { making: 'ream' }),
  ],
}
const central: Requirement = {
  id: 'middle',
  kind: 'symmetry',
  of: 'bore',
  to: 'left|right',
  tolerance: mm(0.02),
  critical: true,
}
const apart = (of: string, to: string): Requirement => ({
  id: 'apart',
  kind: 'distance',
  of,
  to,
  plus: mm(0.02),
  minus: mm(-0.02),
  critical: false,
})
const ONE = way(
  setup('s-1', 'top', 'back', ['bore']),
  setup('s-2', 'bottom', 'back', ['left', 'front', 'right']),
)
const cutsOf = (made: typeof ONE, index: number): readonly string[] =>
  made.setups[index]?.ops.map(
    ({ feature, hold, leave, pass }) =>
      `${feature} ${pass}${leave.mm > 0 ? ` ${leave.mm}` : ''}${hold ? ` hold ${hold.check.join()}` : ''}`,
  ) ?? []

describe('stopping short of what is to lie in the middle', () => {
  it('leaves as much on both sides, holds after the second, and finishes both', () => {
    const found = stopShort(part, ONE, central)
    expect(found?.words).toBe(
      'Leave 0.3 on left end and right end in setup 2, measure there, and share the error between both with the last cuts',
    )
    expect(cutsOf(found?.way ?? ONE, 1)).toEqual([
      'left rough 0.3',
      'right rough 0.3 hold middle',
      'left finish',
      'front finish',
      'right finish',
    ])
    expect(wayIssues(STANDARD_WORKSHOP, part, found?.way ?? ONE)).toEqual([])
  })

  it('stops once: asked again there is nothing to do', () => {
    const [once] = [stopShort(part, ONE, central)?.way ?? ONE]
    expect(stopShort(part, once, central)).toBeUndefined()
  })

  it('where the sides are cut in two setups, the whole of it comes off the later one', () => {
    const two = way(
      setup('s-1', 'top', 'back', ['bore', 'left']),
      setup('s-2', 'bottom', 'back', ['right']),
    )
    const found = stopShort(part, two, central)
    expect(found?.words).toContain(
      'Leave 0.3 on right end in setup 2, measure there, and put it right',
    )
    expect(cutsOf(found?.way ?? two, 0)).toEqual(['bore finish', 'left finish'])
    expect(cutsOf(found?.way ?? two, 1)).toEqual(['right rough 0.3 hold middle', 'right finish'])
  })

  it('what is cut last is stopped short of, whichever end of the requirement it is', () => {
    expect(stopShort(part, ONE, apart('bore', 'left'))?.words).toContain('Leave 0.3 on left end')
    const last = way(
      setup('s-1', 'top', 'back', ['left']),
      setup('s-2', 'top', 'back', ['bore'], {}),
    )
    expect(stopShort(part, last, apart('bore', 'left'))?.words).toContain('Leave 0.3 on bore 20')
  })

  it('a reamer follows the hole that is there: nothing is put right by it', () => {
    const reamed = way(setup('s-1', 'top', 'back', ['left', 'pin']))
    expect(stopShort(part, reamed, apart('pin', 'left'))).toBeUndefined()
  })

  it('a rough cut that is there already is measured, not cut twice', () => {
    const rough = op('right', { id: 'right-rough', pass: 'rough', leave: mm(0.5) })
    const before = {
      ...ONE,
      setups: ONE.setups.map((one) =>
        one.id === 's-2' ? { ...one, ops: [rough, ...one.ops] } : one,
      ),
    }
    expect(cutsOf(stopShort(part, before, central)?.way ?? before, 1).slice(0, 3)).toEqual([
      'right rough 0.5',
      'left rough 0.3 hold middle',
      'left finish',
    ])
  })

  it('a size, a lean or a form is not put right by where the last cut goes', () => {
    const lean: Requirement = {
      id: 'lean',
      kind: 'perpendicularity',
      of: 'left',
      to: 'bottom',
      tolerance: mm(0.02),
      critical: false,
    }
    expect(stopShort(part, ONE, lean)).toBeUndefined()
  })
})

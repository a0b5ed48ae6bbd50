import { describe, expect, it } from 'vitest'
import { type Model, newPart, type Part } from '../part'
import { readLines } from '../say'
import { revise } from '.'

const mm = (value: number) => ({ mm: value })

/** As a file would give it: said features, with the lie that the file's axes have. */
function fromFile(
  size: readonly [number, number, number],
  lines: string,
  at = { x: 0, y: 0, z: 0 },
): Part {
  const [x, y, z] = size
  const { left, part } = readLines(newPart('Plate', { x: mm(x), y: mm(y), z: mm(z) }), lines)
  expect(left).toEqual([])
  const model: Model = {
    digest: 'a'.repeat(64),
    file: 'plate.step',
    format: 'step',
    body: 0,
    times: 1,
    rows: [
      { x: 1, y: 0, z: 0 },
      { x: 0, y: 1, z: 0 },
      { x: 0, y: 0, z: 1 },
    ],
    // Where the origin of the file comes to lie in the part.
    shift: { x: -at.x, y: -at.y, z: -at.z },
    volumeMm3: x * y * z,
    areaMm2: 2 * (x * y + y * z + z * x),
    outlines: {},
    faces: Object.fromEntries(part.features.map(({ id }, i) => [id, [i]])),
    rest: [],
    walls: [],
    settled: [],
    missing: { left: 0, over: 0 },
  }
  return { ...part, model }
}

const LINES = `bore 20 through on top 30 from left 25 from front
4 holes 6.6 through on top 80 x 40, centred
slot 8 wide 5 deep on top along front, 6 from back`
const TIED = `${LINES}
hold bore 30 ±0.05 from left`

const OLD = fromFile([100, 60, 20], TIED)
const sentences = (part: Part): readonly string[] =>
  revise(OLD, part).changes.map((c) => c.sentence)

describe('another revision of a file', () => {
  it('the same file again changes nothing and keeps everything', () => {
    const { changes, part, requirements } = revise(OLD, fromFile([100, 60, 20], LINES))
    expect(changes).toEqual([])
    expect(requirements).toEqual([])
    expect(part.requirements).toEqual(OLD.requirements)
    expect(part.features.map(({ id }) => id)).toEqual(OLD.features.map(({ id }) => id))
  })

  it('a bore that moved, and what it is held to, is told by how much', () => {
    const moved = LINES.replace('30 from left', '31.2 from left')
    const { changes, requirements } = revise(OLD, fromFile([100, 60, 20], moved))
    expect(changes.map(({ kind }) => kind)).toEqual(['moved'])
    expect(changes[0]?.sentence).toMatch(/^bore 20 moved 1.2 mm/)
    expect(requirements.map(({ isLost }) => isLost)).toEqual([false])
  })

  it('a bore that grew keeps what was said of it', () => {
    const found = sentences(fromFile([100, 60, 20], LINES.replace('bore 20', 'bore 22')))
    expect(found).toEqual(['bore 22 was 20 mm, is 22 mm across.'])
  })

  it('a thread is the same whether it is modelled at its outside or as it is drilled', () => {
    const tapped = fromFile([100, 60, 20], `${LINES}\n2 holes M6 12 deep on top row at 30, centred`)
    const drilled = fromFile([100, 60, 20], `${LINES}\n2 holes 5 12 deep on top row at 30, centred`)
    const { changes, part } = revise(tapped, drilled)
    expect(changes).toEqual([])
    expect(part.features.at(-1)).toMatchObject({ thread: 'M6', making: 'tap' })
  })

  it('what is gone takes its requirements with it, and says so; what is new is new', () => {
    const other = LINES.replace(/bore 20[^\n]*/, 'pocket 12 x 9 4 deep on base centred')
    const { changes, part, requirements } = revise(OLD, fromFile([100, 60, 20], other))
    expect(changes.map(({ kind }) => kind).sort()).toEqual(['gone', 'new'])
    expect(requirements.map(({ isLost }) => isLost)).toEqual([true])
    expect(part.requirements).toEqual([])
  })

  it('a plate that grew to the left by 5: that end alone moved, for the rest is where it was drawn', () => {
    const longer = LINES.replace('30 from left', '35 from left').replace(
      '80 x 40, centred',
      '80 x 40, 55 from left, 30 from front',
    )
    const found = sentences(fromFile([105, 60, 20], longer, { x: -5, y: 0, z: 0 }))
    expect(found).toEqual(['left end moved 5 mm out.'])
  })

  it('in another unit everything is what it was, ties and all', () => {
    const inches = fromFile(
      [2540, 1524, 508],
      `bore 508 through on top 762 from left 635 from front
4 holes 167.64 through on top 2032 x 1016, centred
slot 203.2 wide 127 deep on top along front, 152.4 from back`,
    )
    const read: Part = { ...inches, model: { ...(inches.model as Model), times: 25.4 } }
    const { changes, part, requirements } = revise(OLD, read)
    expect([changes, requirements]).toEqual([[], []])
    expect(part.requirements).toEqual(OLD.requirements)
  })

  it('laid otherwise, a tie stays with the face that it was measured from, and is told', () => {
    // Turned half round about its upright axis: what was the left end is the right one now.
    const turned = fromFile(
      [100, 60, 20],
      `bore 20 through on top 70 from left 35 from front
4 holes 6.6 through on top 80 x 40, centred
slot 8 wide 5 deep on top along front, 6 from front`,
    )
    const read: Part = {
      ...turned,
      model: {
        ...(turned.model as Model),
        rows: [
          { x: -1, y: 0, z: 0 },
          { x: 0, y: -1, z: 0 },
          { x: 0, y: 0, z: 1 },
        ],
        shift: { x: 100, y: 60, z: 0 },
      },
    }
    const datum: Part = {
      ...OLD,
      faces: { ...OLD.faces, left: { ...OLD.faces.left, datum: 'B' } },
    }
    const { changes, part, requirements, touched } = revise(datum, read)
    expect(changes).toEqual([])
    expect(part.requirements.map((r) => ('to' in r ? r.to : ''))).toEqual(['right'])
    expect(part.faces.right.datum).toBe('B')
    expect(part.faces.left.datum).toBeUndefined()
    expect(requirements.map(({ isLost }) => isLost)).toEqual([false])
    expect(touched.has('left')).toBe(true)
  })

  it('making, fit and name of a hole stay where its diameter does', () => {
    const named: Part = {
      ...OLD,
      features: OLD.features.map((feature) =>
        feature.kind === 'hole' && feature.making === 'bore'
          ? { ...feature, name: 'seat', fit: 'H7' }
          : feature,
      ),
    }
    const [bore] = revise(named, fromFile([100, 60, 20], LINES)).part.features
    expect(bore).toMatchObject({ name: 'seat', fit: 'H7', making: 'bore' })
  })
})

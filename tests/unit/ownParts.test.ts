import { describe, expect, it } from 'vitest'
import { drawingFindings, findingsOf } from '@/core/foreman/findings'
import { readDocumentText, writeDocument } from '@/core/paper/formats'
import { setupSheet } from '@/core/paper/sheet'
import { holesInSetup } from '@/core/plan/drilling'
import { cutsInReach, type Plan, planWay, usualCutter } from '@/core/plan/planning'
import { changeSetup, newSetup, tickCut, type Way } from '@/core/plan/way'
import { predictWay } from '@/core/predict/prediction'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { holesOf, newPart, type Part } from '@/core/work/part'
import { after, printPart, readLine, readLines } from '@/core/work/say'
import { OWN_PARTS, type OwnPart } from '../support/ownParts'

/** A new part as the page begins it: in millimetres, until a line says otherwise. */
const begun = ({ name }: OwnPart): Part => {
  const side = { mm: 100 }
  return newPart(name, { x: side, y: side, z: side })
}

const said = (own: OwnPart): Part => {
  const { part } = readLines(begun(own), own.lines)
  const faces = { ...part.faces }
  for (const side of own.asBought) faces[side] = { ...faces[side], toCut: false }
  return { ...part, faces }
}

/** The way that somebody new would write down: turn it as it comes, and take all that is in reach. */
function firstWay(part: Part, { turns }: OwnPart): Plan {
  let way: Way = { name: 'Way A', note: '', setups: [] }
  for (const [up, guide] of turns) {
    const setup = newSetup(STANDARD_WORKSHOP, part, way, up, guide)
    const cut = new Set(way.setups.flatMap(({ ops }) => ops.map((op) => op.feature)))
    way = { ...way, setups: [...way.setups, setup] }
    const planned = planWay(STANDARD_WORKSHOP, part, way).setups.at(-1)
    if (!planned) throw new Error('no setup')
    const open = cutsInReach(planned).filter((ref) => !cut.has(ref))
    way = changeSetup(way, setup.id, (s) =>
      open.reduce((now, ref) => tickCut(now, ref, true, usualCutter(planned, ref)), s),
    )
  }
  return planWay(STANDARD_WORKSHOP, part, way)
}

describe.each(OWN_PARTS.map((own) => [own.name, own] as const))('%s', (_, own) => {
  const part = said(own)
  const plan = firstWay(part, own)

  it('is taken as it was written, line by line', () => {
    const { left, taken } = readLines(begun(own), own.lines)
    expect(left).toEqual([])
    expect(taken).toBe(1 + own.features + own.ties)
    expect(part.unit).toBe(own.unit)
    expect([part.features.length, part.requirements.length]).toEqual([own.features, own.ties])
  })

  it('is printed in words that say the same again', () => {
    const again = printPart(part).reduce(
      (now, line) => {
        const read = readLine(now, line)
        if (!read.ok) throw new Error(`${line}: ${read.sentence}`)
        return after(now, read.said)
      },
      { ...part, features: [], requirements: [] } as Part,
    )
    expect(printPart(again)).toEqual(printPart(part))
  })

  it('nothing forbids it: neither the drawing nor the first way that comes to mind', () => {
    expect(drawingFindings(part).filter(({ severity }) => severity === 'forbids')).toEqual([])
    const found = findingsOf(predictWay(plan)).filter(({ severity }) => severity === 'forbids')
    expect(found.map(({ rest, what }) => `${what} ${rest}`)).toEqual([])
  })

  it('every tie gets a figure, every hole a place, every setup a page', () => {
    const prediction = predictWay(plan)
    expect(prediction.requirements.filter(({ standing }) => standing === 'open')).toEqual([])
    const drilled = plan.setups.flatMap((planned) =>
      holesInSetup(planned, 'zero').filter(({ cutHere }) => cutHere),
    )
    expect(new Set(drilled.map(({ key }) => key)).size).toBe(holesOf(part).length)
    const sheet = setupSheet(prediction, findingsOf(prediction))
    expect(sheet.pages).toHaveLength(own.turns.length)
  })

  it('goes out to a file and comes in again the same', () => {
    const file = writeDocument({ part, ways: [plan.way], workshop: STANDARD_WORKSHOP })
    const read = readDocumentText(file)
    if (!read.ok) throw new Error(read.issues[0].sentence)
    const again = predictWay(
      planWay(read.value.workshop, read.value.part, read.value.ways[0] as Way),
    )
    expect(again.requirements.map((r) => r.outcome?.likely.margin)).toEqual(
      predictWay(plan).requirements.map((r) => r.outcome?.likely.margin),
    )
  })
})

describe('against a handbook', () => {
  it('seven holes on a circle lie a chord of 0.433884 diameters apart', () => {
    // Machinery's Handbook, "Lengths of chords for spacing off the circumferences of circles", 7 divisions (from memory).
    const own = OWN_PARTS.find(({ name }) => name === 'Seven on a circle')
    if (!own) throw new Error('no such part')
    const holes = holesOf(said(own)).filter(({ count }) => count === 7)
    expect(holes).toHaveLength(7)
    holes.forEach(({ mouth: { x, y } }, i) => {
      const next = holes[(i + 1) % 7]?.mouth ?? { x, y }
      expect(Math.hypot(next.x - x, next.y - y)).toBeCloseTo(0.433884 * 100, 4)
    })
    // The first is at 90°: straight over the middle.
    expect(holes[0]?.mouth).toMatchObject({ x: 70, y: 120 })
  })
})

import { point, type Point } from '../../../ground/geometry'
import { box, round } from '../../../ground/recipe'
import { drawPieces, hiddenBelow, lengthIn } from '../common'
import { besideOf, fittedStanding, fittedWords, setMm } from '../fitted'
import { type HoldingWords, type Solid, type Standing } from '../kind'
import { type Work } from '../work'
import { nestFindings } from './findings'
import { FLOOR_MM, inNest, type InNest, SCREW_MM, SCREWS_AT, WALL_MM } from './layout'
import { type NestHolding } from './parameters'

export function standInNest(holding: NestHolding, work: Work): Standing {
  const own = inNest(holding, work)
  const { clamps, faceAt, instrument } = own
  const solids = [...frameOf(own), ...screwsOf(own)]
  return {
    ...own,
    ...fittedStanding(own),
    solids,
    mark: 'nest',
    hidden: [hiddenBelow(faceAt.down)],
    words: nestWords(own),
    findings: (inspected) => nestFindings(own, inspected),
    draw: (view, paper) =>
      drawPieces(
        own,
        { clamps, solids },
        { name: `nest · set by readings, ${instrument.name.toLowerCase()}`, guide: '' },
        view,
        paper,
      ),
  }
}

/** The floor of the frame and its four walls. */
function frameOf({ high, holding, low, topMm }: InNest): readonly Solid[] {
  const gap = holding.gap.mm
  const [x0, x1, y0, y1] = [low.x - gap, high.x + gap, low.y - gap, high.y + gap]
  const piece = (a: Point<'setup'>, b: Point<'setup'>): Solid => ({
    name: 'nest',
    tone: 'hatch',
    shape: box(a, b),
  })
  return [
    piece(point(x0 - WALL_MM, y0 - WALL_MM, 0), point(x1 + WALL_MM, y1 + WALL_MM, FLOOR_MM)),
    piece(point(x0 - WALL_MM, y1, FLOOR_MM), point(x1 + WALL_MM, y1 + WALL_MM, topMm)),
    piece(point(x0 - WALL_MM, y0 - WALL_MM, FLOOR_MM), point(x1 + WALL_MM, y0, topMm)),
    piece(point(x0 - WALL_MM, y0, FLOOR_MM), point(x0, y1, topMm)),
    piece(point(x1, y0, FLOOR_MM), point(x1 + WALL_MM, y1, topMm)),
  ]
}

/** The screws that locate: three from below, two from the back, one from the left. */
function screwsOf(own: InNest): readonly Solid[] {
  const { carried, holding, low } = own
  const { guides, stop } = besideOf(own)
  const z = low.z + SCREWS_AT * holding.wall.mm
  const gap = holding.gap.mm + WALL_MM
  const screw = (ref: string, from: Point<'setup'>, to: Point<'setup'>): Solid => ({
    name: 'screw',
    ref,
    shape: round(from, to, SCREW_MM / 2),
  })
  return [
    ...carried.map((at, i) => screw(`rest${i + 1}`, point(at.x, at.y, FLOOR_MM), at)),
    ...guides.map(({ x, y }, i) => screw(`guide${i + 1}`, point(x, y + gap, z), point(x, y, z))),
    screw('stop1', point(stop.x - gap, stop.y, z), point(stop.x, stop.y, z)),
  ]
}

function nestWords(own: InNest): HoldingWords {
  const { faceAt, holding, instrument, work } = own
  const length = lengthIn(work)
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  return {
    ...fittedWords('screw'),
    holdIt: 'give back a screw that was taken away',
    guided: 'the back of the nest',
    pivot: 'Turn the casting between its screws',
    name: 'the nest',
    short: 'nest with screws',
    grip: 'the screws',
    caption: ['In a nest, on screws under ', faceAt.down, ', set by the marked points'],
    note: 'Three screws carry it, three more and the three against them hold it at the sides, so that its top is free. Each bears on the skin, on a place filed flat, over metal that does not spring. Lock them, and read once more. What they hold on a rough skin is for a qualified person to judge: light cuts, pushed down and towards the screws that locate.',
    lines: [
      `${work.machine.name}, nest: a frame ${length(holding.gap.mm)} clear of the casting, ${length(holding.wall.mm)} up its sides, with nine M${SCREW_MM} screws.`,
      `${face('up')} up, on three screws under ${face('down')}, the lowest ${length(holding.clearance.mm)} out of the floor.`,
      `Set by the marked points of the layout sheet with the ${instrument.name.toLowerCase()}, until they agree to ±${length(setMm(own))}; lock the screws and read again.`,
    ],
  }
}

import { point } from '../../../ground/geometry'
import { round } from '../../../ground/recipe'
import { FLAT_MOTIONS, drawPieces, lengthIn } from '../common'
import { fittedErrors, fittedSpots, fittedStay, outOfLine, SET_WORDS, setMm } from '../fitted'
import { type HoldingWords, type Solid, type Standing } from '../kind'
import { type Work } from '../work'
import { jackFindings } from './findings'
import { onJacks, type OnJacks } from './layout'
import { type JacksHolding } from './parameters'

/** How thick a jack is drawn, mm. */
const JACK_MM = 12

export function standOnJacks(holding: JacksHolding, work: Work): Standing {
  const own = onJacks(holding, work)
  const { clamps, faceAt, instrument, low } = own
  const solids = own.carried.map((at, i): Solid => ({
    name: `jack ${i + 1}`,
    ref: `rest${i + 1}`,
    shape: round(point(at.x, at.y, 0), at, JACK_MM),
  }))
  return {
    ...own,
    spots: fittedSpots(own),
    solids,
    mark: `table, jacks, straps ${own.strap.id}`,
    stays: { x: fittedStay(own, 'x'), y: fittedStay(own, 'y'), z: fittedStay(own, 'z') },
    overTableMm: 0,
    outOfLinePer100: outOfLine(own),
    comesBackMm: setMm(own),
    pivot: point(0, 0, low.z),
    held: [],
    hidden: [
      {
        face: faceAt.down,
        rest: 'It stands on jacks there. Touch another face, or take the readings.',
      },
    ],
    guideY: undefined,
    stopX: undefined,
    stopEnd: undefined,
    words: jackWords(own),
    errors: (locator) => fittedErrors(own, locator),
    findings: (inspected) => jackFindings(own, inspected),
    draw: (view, paper) =>
      drawPieces(
        own,
        { clamps, solids },
        { name: 'table · three jacks', guide: `set by readings, ${instrument.name.toLowerCase()}` },
        view,
        paper,
      ),
  }
}

function jackWords(own: OnJacks): HoldingWords {
  const { faceAt, holding, instrument, strap, work } = own
  const length = lengthIn(work)
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  return {
    roles: {
      rest: { ...SET_WORDS, label: 'Jack', noun: 'jack', onto: 'on the jacks' },
      guide: SET_WORDS,
      stop: SET_WORDS,
    },
    motions: { ...FLAT_MOTIONS, lift: 'lift off the jacks' },
    holdIt: 'give back a contact that was taken away',
    nought: { x: 'the middle of the work', y: 'the back of the work', z: 'the table' },
    guided: 'the back of the table',
    turns: 'the casting',
    tram: 'Read the marked points again',
    pivot: 'Turn the casting on its jacks',
    name: 'the table',
    short: `three jacks, ${strap.name.toLowerCase()}`,
    grip: 'the straps',
    caption: ['On three jacks under ', faceAt.down, ', set by the marked points'],
    note: `${own.clamps.length} straps, each over a jack or it springs the casting. What they hold on a rough skin is for a qualified person to judge; wedge it so that it cannot walk.`,
    lines: [
      `${work.machine.name}, table, three jacks, ${strap.name.toLowerCase()}.`,
      `${face('up')} up, on jacks under ${face('down')}, the lowest ${length(holding.clearance.mm)}.`,
      `Set by the marked points of the layout sheet with the ${instrument.name.toLowerCase()}, until they agree to ±${length(setMm(own))}; read again after clamping.`,
    ],
  }
}

import { point } from '../../../ground/geometry'
import { round } from '../../../ground/recipe'
import { drawPieces, lengthIn } from '../common'
import { fittedStanding, fittedWords, setMm } from '../fitted'
import { type HoldingWords, type Solid, type Standing } from '../kind'
import { type Work } from '../work'
import { jackFindings } from './findings'
import { onJacks, type OnJacks } from './layout'
import { type JacksHolding } from './parameters'

/** How thick a jack is drawn, mm. */
const JACK_MM = 12

export function standOnJacks(holding: JacksHolding, work: Work): Standing {
  const own = onJacks(holding, work)
  const { clamps, faceAt, instrument } = own
  const solids = own.carried.map((at, i): Solid => ({
    name: `jack ${i + 1}`,
    ref: `rest${i + 1}`,
    shape: round(point(at.x, at.y, 0), at, JACK_MM),
  }))
  return {
    ...own,
    ...fittedStanding(own),
    solids,
    mark: `table, jacks, straps ${own.strap.id}`,
    hidden: [
      {
        face: faceAt.down,
        rest: 'It stands on jacks there. Touch another face, or take the readings.',
      },
    ],
    words: jackWords(own),
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
    ...fittedWords('jack'),
    holdIt: 'give back a contact that was taken away',
    guided: 'the back of the table',
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

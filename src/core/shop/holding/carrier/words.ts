import { FLAT_MOTIONS, lengthIn, roleWords, stopWords } from '../common'
import { type HoldingWords } from '../kind'
import { bodyName, type OnCarrier } from './layout'

const TAP = 'Clean the carrier; tap until the parallels do not move.'

export function carrierWords(own: OnCarrier): HoldingWords {
  const { faceAt, holding, jawed, ring, stuckMm2, vise, work } = own
  const length = lengthIn(work)
  const face = (side: keyof typeof faceAt): string => work.part.faces[faceAt[side]].name
  const isOwn = holding.by === 'dovetail'
  const stuck = holding.by === 'glue' ? 'glued' : 'soldered'
  const what = bodyName(holding)
  const size = [holding.along, holding.across, holding.thick]
    .map(({ mm }) => length(mm))
    .join(' × ')
  const open = ring.radiusMm > 0 ? `, open ${length(2 * ring.radiusMm)} in its middle` : ''
  return {
    roles: {
      rest: roleWords('Rest', 'rest', 'on the parallels', 'The parallels bear', TAP),
      guide: roleWords('Jaw', 'jaw contact', 'on the fixed jaw', 'The fixed jaw bears', TAP),
      stop: stopWords(holding.stop),
    },
    motions: { ...FLAT_MOTIONS, lift: 'lift off the parallels' },
    holdIt: 'set a stop at the left or right end of the carrier',
    nought: { x: 'the middle of the vise', y: 'the fixed jaw', z: 'the bed' },
    guided: 'the fixed jaw',
    pivot: 'Turn the vise with the part about the middle of its fixed jaw',
    name: vise.name,
    short: `${what}, ${vise.name.toLowerCase()}`,
    turns: 'the vise',
    tram: 'Tram the vise',
    stillHeld: `with ${length(jawed.gripMm)} of the ${what} still gripped`,
    grip: 'the jaws',
    caption: [
      isOwn ? 'On a dovetail cut at ' : `On a carrier ${stuck} to `,
      holding.on,
      `, in ${vise.name.toLowerCase()}`,
    ],
    note: isOwn
      ? `The dovetail stays on from setup to setup and is what locates in each: what is cut on it agrees. All but the face that it is at is free to be cut; that is milled off last. How far the work may stand out over so little grip is for the holder’s own limits and a qualified person to decide.`
      : `Some ${(stuckMm2 / 100).toFixed(0)} cm² stuck. The carrier stays on from setup to setup and is what locates in each: what is cut on it agrees, however the casting lies. No heavy cuts; ${holding.by === 'glue' ? 'no heat' : 'hot work: gloves, ventilation'}. Whether the joint holds is for a qualified person to judge; stand clear of what could fly off.`,
    lines: [
      `${work.machine.name}, ${vise.name}, ${jawed.parallels.name.toLowerCase()}.`,
      isOwn
        ? `Dovetail ${size}${open} cut into what is spare at ${work.part.faces[holding.on].name}, with a notch for its stop; it stays until all but that face is cut.`
        : `Carrier ${size}${open}, squared, ${stuck} to ${work.part.faces[holding.on].name}; it stays on until all but that face is cut.`,
      `${face('up')} up; the ${what} between the jaws, ${length(jawed.gripMm)} gripped.`,
      holding.stop === 'none'
        ? 'No stop: X is touched each time.'
        : `Stop at the ${holding.stop} end of the ${what}.`,
    ],
  }
}

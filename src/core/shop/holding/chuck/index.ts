import { axisOf, oppositeOf, type Part, type Side, sizeAlong } from '../../../work/part'
import { type Chuck, type Workshop } from '../../workshop'
import { boughtAcross } from '../jawedFirst'
import { type HoldingKind } from '../kind'
import { missing } from '../missing'
import { sideTowards, setupAxes } from '../work'
import { type ChuckHolding } from './parameters'
import { standInChuck } from './stand'

interface Pose {
  readonly up: Side
  readonly guide: Side
}

/** Round bar along X goes into a round chuck, square bar into a square one; the first that is large enough. */
function chuckFor({ chucks }: Workshop, part: Part, { guide, up }: Pose): Chuck | undefined {
  const [y, z] = [boughtAcross(part, guide), boughtAcross(part, up)]
  const along = axisOf(sideTowards(setupAxes(up, guide)[0]))
  const isRound = part.stock?.form === 'round' && part.stock.along === along
  const grips = isRound ? 'round' : 'square'
  return chucks.find(
    (c) => c.grips === grips && Math.max(y, z) <= c.most && Math.min(y, z) >= c.least,
  )
}

/** Grips so much of the work's length at most, and of what is spare at an end all but so much for parting it off, mm. */
const [GRIP_SHARE, PARTING_MM] = [0.4, 6]

export const CHUCK: HoldingKind<ChuckHolding> = {
  kind: 'chuck',
  title: 'Chuck or collet block',
  fields: [
    { key: 'chuck', label: 'Chuck', kind: 'gear', gear: 'chuck' },
    {
      key: 'end',
      label: 'In it',
      kind: 'choice',
      options: [
        { value: 'left', label: 'the left end, {left}' },
        { value: 'right', label: 'the right end, {right}' },
      ],
    },
    { key: 'grip', label: 'Goes in by', kind: 'length', hint: '' },
    {
      key: 'far',
      label: 'The other end',
      kind: 'choice',
      options: [
        { value: 'free', label: 'free' },
        { value: 'centre', label: 'on a tailstock’s centre' },
      ],
    },
    { key: 'instrument', label: 'Round work turned true with', kind: 'gear', gear: 'instrument' },
  ],
  leads: undefined,
  begin: (workshop, part, _surfaces, pose) => {
    const reads =
      workshop.instruments.find((t) => t.kind === 'indicator') ?? workshop.instruments[0]
    const chuck = chuckFor(workshop, part, pose) ?? workshop.chucks[0]
    if (!chuck || !reads) return undefined
    const right = sideTowards(setupAxes(pose.up, pose.guide)[0])
    const length = sizeAlong(part, axisOf(right))
    const [spare, end] = (['left', 'right'] as const)
      .map((where) => {
        const side = where === 'right' ? right : oppositeOf(right)
        return [part.faces[side].stock.mm, where] as const
      })
      .reduce((a, b) => (b[0] > a[0] + 1e-9 ? b : a))
    const grip = spare > 2 * PARTING_MM ? spare - PARTING_MM : length * GRIP_SHARE
    return {
      kind: 'chuck',
      chuck: chuck.id,
      end,
      grip: { mm: Math.round(Math.min(chuck.deep, grip) * 10) / 10 },
      instrument: reads.id,
    }
  },
  takes: (_, workshop, part, pose) => chuckFor(workshop, part, pose) !== undefined,
  issues: ({ chuck, far, instrument }, workshop) => [
    ...(far === 'centre' && workshop.chucks.some((c) => c.id === chuck && c.tailMm === undefined)
      ? [
          {
            code: 'holding.tailstock',
            path: 'far',
            sentence: `the workshop knows no tailstock that goes with the ${chuck}; say how far off its axis the centre is.`,
          },
        ]
      : []),
    ...missing(workshop.chucks, chuck, 'chuck', 'chuck'),
    ...missing(workshop.instruments, instrument, 'instrument', 'instrument'),
  ],
  stand: standInChuck,
  anchored: ({ chuck, grip }) => ({
    mark: `chuck ${chuck}`,
    marks: { x: { mark: `stop ${grip.mm}` }, y: { mark: 'axis' }, z: { mark: 'axis' } },
  }),
  registered: () => undefined,
  readingMark: ({ chuck, end, far, grip, instrument }) =>
    ['chuck', chuck, end, grip.mm, instrument, ...(far === 'centre' ? [far] : [])].join(' '),
}

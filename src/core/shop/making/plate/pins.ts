import { DOWEL_DIAMETERS_MM } from '../../../handbook/standards'
import { makingOf, type OnPlate } from '../../holding'
import { relievedLandMm } from './land'
import { type Place, type PlatePin, tidy } from './types'

/** What may be off along the line of centres, less what the round pin's play gives back: each hole as it is made, each pin as it stands. */
export function offOf({ holding, plate, relieved, round, work }: OnPlate): number {
  const madeMm = [round, relieved].map(
    ({ owner }) => work.workshop.capabilities[makingOf(work, owner)].positionMm,
  )
  const all = madeMm.reduce((sum, mm) => sum + mm, 0) + 2 * plate.pinMm
  return Math.max(0, all - Math.max(0, round.diameterMm - holding.roundPin.mm) / 2)
}

export function pinsOf(
  { between, holding, relieved, round }: OnPlate,
  offMm: number,
  place: (at: Place) => Place,
): readonly PlatePin[] {
  const pin = (
    kind: PlatePin['kind'],
    hole: string,
    at: Place,
    holeMm: number,
    headMm: number,
  ): PlatePin => ({
    kind,
    hole,
    at: place(at),
    holeMm,
    headMm,
    playMm: tidy(holeMm - headMm),
    shankMm: DOWEL_DIAMETERS_MM.findLast((d) => d <= Math.max(1, holeMm)) ?? 1,
  })
  const line = Math.atan2(between.y, between.x)
  const first = pin('round', holding.round, { x: 0, y: 0 }, round.diameterMm, holding.roundPin.mm)
  const kind = holding.second === 'round' ? 'round' : 'relieved'
  const second = pin(kind, holding.relieved, between, relieved.diameterMm, holding.relievedPin.mm)
  if (kind === 'round') return [first, second]
  return [
    first,
    {
      ...second,
      landMm: tidy(relievedLandMm(relieved.diameterMm, holding.relievedPin.mm, offMm)),
      // Its lands bear across the line of the pins.
      landRad: (((line + Math.PI / 2) % Math.PI) + Math.PI) % Math.PI,
    },
  ]
}

/** What is wrong with the pins of one place. */
export function troublesOf(pins: readonly PlatePin[], own: OnPlate): readonly string[] {
  const { relieved, round, work } = own
  const loose = [round, relieved].filter(({ owner }) =>
    ['drill', 'tap'].includes(makingOf(work, owner)),
  )
  const made =
    loose.length > 0
      ? 'Drilled and tapped holes do not locate: ream two of them, or add two tooling holes.'
      : 'A smaller relieved pin, or holes made more closely.'
  const [a, b] = pins
  const jams = a && b?.kind === 'round' ? jamming(own, a.playMm + b.playMm) : undefined
  return [
    ...(jams === undefined ? [] : [jams]),
    ...pins.flatMap(({ headMm, kind, landMm, playMm }) => [
      ...(playMm <= 0 ? [`The ${kind} pin does not go into its hole: give it some play.`] : []),
      ...(landMm !== undefined && playMm > 0 && landMm < headMm / 8
        ? [
            `The relieved pin’s lands would be only ${landMm.toFixed(2)} mm wide: the holes are not close enough to each other for so little play. ${made}`,
          ]
        : []),
    ]),
  ]
}

/** Two round pins leave the centres of holes and pins no more room along their line than half of both plays. */
function jamming({ plate, relieved, round, work }: OnPlate, playsMm: number): string | undefined {
  const offMm =
    [round, relieved]
      .map(({ owner }) => work.workshop.capabilities[makingOf(work, owner)].positionMm)
      .reduce((sum, mm) => sum + mm, 0) +
    2 * plate.pinMm
  const roomMm = playsMm / 2
  return offMm > roomMm + 1e-9
    ? `With two round pins a part does not go on when its holes are more than ${roomMm.toFixed(3)} mm further apart or nearer than the pins; they may be off by ${offMm.toFixed(3)}. Relieve one of them: that gives up nothing that locates.`
    : undefined
}

import { lengthWords } from '@/core/handbook/units'
import { ownPlaceWords } from '@/core/shop/holding'
import { type PlateDesign } from '@/core/shop/making'

/** What goes into a plate, a line each. */
export function goesIn(design: PlateDesign): readonly string[] {
  const {
    air,
    clamps,
    grid,
    lifts,
    part,
    pins,
    places,
    pocket,
    restMm,
    rests,
    screws,
    stops,
    table,
  } = design
  const length = (mm: number): string => lengthWords(mm, part.unit)
  const own = ownPlaceWords(table, length)
  return [
    ...pins.map(({ headMm, kind, landMm, playMm, shankMm }) =>
      [
        `${kind} pin: ${length(headMm)} in the part, ${length(playMm)} play; shank ${length(shankMm)} m6, reamed H7, out again from below`,
        ...(landMm === undefined || landMm >= headMm
          ? []
          : [`lands ${length(landMm)} wide across the line of the pins`]),
      ].join('; '),
    ),
    ...(stops.length > 0
      ? [
          `${stops.length} dowels ${length(stops[0]?.diameterMm ?? 0)} m6, reamed H7: two at the back, one at the ${stops.at(-1)?.at ?? 'end'}`,
        ]
      : []),
    ...(pocket
      ? [
          `pocket ${length(pocket.widthMm)} × ${length(pocket.depthMm)}, ${length(pocket.deepMm)} deep, its corners relieved by holes of ${length(pocket.reliefMm)}`,
        ]
      : []),
    ...(clamps.length > 0
      ? [
          `${clamps.length} edge clamps, ${clamps[0]?.thread ?? ''}, head ${length(clamps[0]?.headMm ?? 0)}, in front`,
        ]
      : []),
    `${rests.length} rest buttons, ${length(restMm)} high, ground together`,
    ...screws.map(
      ({ engagedMm, from, lengthMm, thread }) =>
        `screw ${thread} × ${lengthMm}, ${length(engagedMm)} in the ${from === 'below' ? 'part, from below' : 'plate'}`,
    ),
    ...(lifts.length > 0
      ? [`${lifts.length} screws ${lifts[0]?.thread ?? ''} that lift the part off its pins`]
      : []),
    ...air.map(({ thread }) => `fitting ${thread} for air, from below`),
    ...(places.length > 1 ? [`all of this ${places.length} times`] : []),
    ...(own.down ? [own.down] : []),
    `comes back by ${own.back}`,
    ...gridLines(grid, length),
  ]
}

/** What stands in holes that the plate has already. */
const gridLines = (grid: PlateDesign['grid'], length: (mm: number) => string): readonly string[] =>
  grid && grid.used.length > 0
    ? [
        `holes of its own grid of ${length(grid.pitchMm)}, columns A, B … and rows 1, 2 … from the front left:`,
        ...grid.used.map(
          ({ as, holes, name }) =>
            `${name} in ${as === 'thread' ? 'thread' : 'dowel hole'} ${holes.map((hole) => hole.name).join(', ')}`,
        ),
      ]
    : []

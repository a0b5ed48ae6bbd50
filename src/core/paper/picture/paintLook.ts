import { type Sheet, type Tone } from '../../ground/scene'
import { type Part } from '../../work/part'
import { type Look, type Shade } from './look'

/** Whether boxes and rounds do not show a part: it has outlines, so that its pictures are made from its solid. */
export const needsLook = (part: Part): boolean =>
  part.stock?.form === 'round' ||
  part.stock?.form === 'solid' ||
  part.features.some(
    (feature) =>
      feature.kind === 'contour' || (feature.kind === 'hole' && feature.start !== undefined),
  )

export interface LookPaint {
  /** What a face is filled with; none: not at all. */
  readonly fill: (ref: string | undefined, shade: Shade) => Tone
  readonly stroke: (ref: string | undefined) => Tone
  /** Edges behind metal, dashed. */
  readonly hidden?: boolean | undefined
  readonly width?: number | undefined
  /** Where the origin of the look lies on the sheet, mm. */
  readonly shift?: readonly [number, number] | undefined
}

/** Puts what is seen of a solid on a sheet. */
export function paintLook(sheet: Sheet, look: Look, paint: LookPaint): void {
  const { hidden = false, shift: [du, dv] = [0, 0], width = 1.2 } = paint
  for (const { fill, ref, runs } of areasOf(look, paint))
    sheet.area(
      runs.map(([u, v, long]) => [u + du, v + dv, long]),
      look.step,
      { fill, ref },
    )
  for (const { from, isHidden, ref, to } of look.edges) {
    if (isHidden && !hidden) continue
    const tone = paint.stroke(ref)
    sheet.line(from[0] + du, from[1] + dv, to[0] + du, to[1] + dv, {
      stroke: isHidden && tone === 'ink' ? 'soft' : tone,
      width: isHidden ? 0.9 : width,
      dash: isHidden ? 'hidden' : undefined,
      ref: ownerOf(ref),
    })
  }
}

const ownerOf = (ref: string | undefined): string | undefined => ref?.split('.')[0]

interface Filled {
  readonly fill: Tone
  readonly ref: string | undefined
  readonly runs: (readonly [number, number, number])[]
}

/** The places of one tone and one feature together, as runs along the rows. */
function areasOf({ columns, low, places, rows, seen, step }: Look, paint: LookPaint) {
  const fills = seen.map(({ ref, shade }) => paint.fill(ref, shade))
  const areas = new Map<string, Filled>()
  const areaOf = (number: number): Filled => {
    const [fill, ref] = [fills[number] ?? 'none', ownerOf(seen[number]?.ref)]
    const key = `${fill} ${ref ?? ''}`
    const known = areas.get(key) ?? { fill, ref, runs: [] }
    areas.set(key, known)
    return known
  }
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns;) {
      const number = places[row * columns + column] ?? -1
      let end = column + 1
      while (end < columns && places[row * columns + end] === number) end++
      if (number >= 0 && fills[number] !== 'none')
        areaOf(number).runs.push([
          low[0] + (column - 0.5) * step,
          low[1] + (row - 0.5) * step,
          (end - column) * step,
        ])
      column = end
    }
  return areas.values()
}

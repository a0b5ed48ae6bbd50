import { fail, type Result, succeed } from '@/core/ground/issues'
import { type LengthUnit, parseLength } from '@/core/handbook/units'
import { type PlateSize } from '@/core/shop/holding'

const MOST_SIZES = 6

/** Lengths and depths of further sizes, "80 × 50, 120 × 60"; none of an empty line. */
export function readSizes(text: string, unit: LengthUnit): Result<readonly PlateSize[]> {
  const said = text
    .split(/[,;]/)
    .map((one) => one.trim())
    .filter((one) => one !== '')
  if (said.length > MOST_SIZES)
    return fail('plate.sizes', `No more than ${MOST_SIZES} further sizes find a place.`, 'sizes')
  const sizes: PlateSize[] = []
  for (const one of said) {
    const [long, deep, more] = one.split(/[x×*]/i).map((mm) => parseLength(mm, unit))
    if (more || !long?.ok || !deep?.ok || !(long.value.mm > 0) || !(deep.value.mm > 0))
      return fail(
        'plate.sizes',
        `“${one}” is no size: say length × depth, several with commas, such as 80 × 50, 120 × 60.`,
        'sizes',
      )
    sizes.push({ long: long.value, deep: deep.value })
  }
  return succeed(sizes)
}

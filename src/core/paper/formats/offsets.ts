import { AXES } from '../../ground/geometry'
import { type OffsetRow, readOffsetName } from '../../floor/offsets'
import { type LengthUnit } from '../../handbook/units'
import { INCH_MM } from '../../handbook/standards'
import { writeTable } from './csv'

/** Offsets as a table; machine coordinates, mm. */
export function offsetsCsv(rows: readonly OffsetRow[]): string {
  return writeTable(
    rows.map((row) => ({
      setup: row.index + 1,
      name: row.name,
      offset: row.offset,
      ...Object.fromEntries(
        AXES.flatMap((axis) => {
          const at = row.axes[axis]
          return [
            [axis, at ? at.at.toFixed(4) : ''],
            [`${axis} plus minus`, at ? at.plusMinus.toFixed(4) : ''],
            [`${axis} how`, at?.how ?? 'not known'],
          ]
        }),
      ),
      zero: row.place.join('; '),
    })),
  )
}

/** One offset to be written into a control. */
export interface OffsetLine {
  readonly what: string
  readonly offset: string
  readonly at: Readonly<Partial<Record<'x' | 'y' | 'z', number>>>
}

/** Said at the head of offsets that a control would take in. */
export const OFFSETS_CAUTION: readonly string[] = [
  'CAUTION: THIS OVERWRITES WORK OFFSETS OF THE CONTROL. WRITE THE OLD ONES DOWN FIRST.',
  'CHECK EVERY FIGURE AGAINST THE SHEET, THEN DRIVE TO THE CHECK PLACE WITH Z CLEAR.',
  'THE HANDBOOK OF THE CONTROL AND A QUALIFIED PERSON DECIDE WHETHER G10 IS ALLOWED.',
]

/**
 * Work offsets as `G10 L2 P1` … `P6` for G54 … G59, `G10 L20 P1` … for the further ones (as controls
 * commonly read it: common practice, no source). Axes that are not known are left out, never written as 0.
 */
export function offsetsProgram(
  title: string,
  lines: readonly OffsetLine[],
  unit: LengthUnit,
): string {
  const comment = (words: string): string =>
    `(${words
      .toUpperCase()
      .normalize('NFKD')
      .replace(/[^ -~]/g, '')
      .replace(/[()]/g, ' ')
      .slice(0, 120)})`
  const scale = unit === 'inch' ? INCH_MM : 1
  const digits = unit === 'inch' ? 4 : 3
  const text = ['%', comment(title), ...OFFSETS_CAUTION.map(comment)]
  text.push(unit === 'inch' ? 'G20 G90' : 'G21 G90')
  const written = new Map<string, string>()
  for (const { at, offset, what } of lines) {
    const name = readOffsetName(offset)
    const words = AXES.flatMap((axis) => {
      const mm = at[axis]
      return mm === undefined ? [] : [`${axis.toUpperCase()}${(mm / scale).toFixed(digits)}`]
    })
    text.push(comment(what))
    if (!name.ok || name.value.kind === 'none') {
      text.push(comment(`${offset} is not an offset of the control: set it at the readout`))
      continue
    }
    if (words.length === 0) {
      text.push(comment(`${offset} is not known yet`))
      continue
    }
    const head =
      name.value.kind === 'plain'
        ? `G10 L2 P${name.value.number - 53}`
        : `G10 L20 P${name.value.number}`
    const before = written.get(head)
    if (before !== undefined && before !== words.join(' ')) {
      text.push(comment(`${offset} is used above with other figures: write it when its turn comes`))
      text.push(comment(`${head} ${words.join(' ')}`))
      continue
    }
    written.set(head, words.join(' '))
    text.push(`${head} ${words.join(' ')}`)
  }
  text.push('M30', '%')
  return `${text.join('\n')}\n`
}

import { type CheckLine } from '../run'
import { writeTable } from './csv'

const VERDICTS = {
  within: 'accepted',
  out: 'out',
  open: 'not measured',
  judge: 'to be judged',
} as const

/**
 * Check sheets as a table, one line for each value, and one for what was not measured.
 *
 * @param when - a time as it is to be written.
 */
export function checkCsv(
  pieces: readonly { readonly piece: number; readonly lines: readonly CheckLine[] }[],
  when: (at: number) => string,
): string {
  return writeTable(
    pieces.flatMap(({ lines, piece }) =>
      lines.flatMap(({ figures, title, values, verdict }) =>
        (values.length === 0 ? [undefined] : values).map((value) => ({
          piece,
          requirement: title,
          asked: figures,
          reading: value?.words ?? '',
          measured: value?.shown ?? '',
          with: value?.instrument ?? '',
          by: value?.who ?? '',
          at: value ? when(value.at) : '',
          verdict: VERDICTS[verdict],
        })),
      ),
    ),
  )
}

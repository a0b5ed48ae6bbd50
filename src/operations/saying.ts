import { type Result, succeed } from '@/core/ground/issues'
import { type LengthUnit } from '@/core/handbook/units'
import { readDocumentText } from '@/core/paper/formats'
import { newPart } from '@/core/work/part'
import { printSaid, readLine, type Said } from '@/core/work/say'

/** What a line says, as in a document, with the words of the program; or what has to be asked, with lines to say instead. */
export type Saying =
  | {
      readonly isAnswer: true
      readonly value: {
        readonly kind: 'feature' | 'tie' | 'block'
        readonly value: unknown
        readonly said: string
      }
    }
  | {
      readonly isAnswer: false
      readonly value: { readonly question: string; readonly choices: readonly string[] }
    }

/** A line without a part is said of a block that is larger than anything on it. */
const LARGE = { mm: 1000 }

/**
 * Reads a line of the Say it language.
 *
 * @param document the part that it is said of, as a file; its unit is that of bare numbers unless one is given
 */
export function sayIn(
  line: string,
  document: string | undefined,
  unit: LengthUnit | undefined,
): Result<Saying> {
  const read = document === undefined ? undefined : readDocumentText(document)
  if (read && !read.ok) return read
  const named = read?.value.part ?? newPart('Block', { x: LARGE, y: LARGE, z: LARGE })
  const part = unit === undefined ? named : { ...named, unit }
  const found = readLine(part, line)
  if (!found.ok)
    return succeed({
      isAnswer: false,
      value: { question: found.sentence, choices: found.choices },
    })
  const { said } = found
  return succeed({
    isAnswer: true,
    value: {
      kind: said.kind === 'requirement' ? 'tie' : said.kind,
      value: bodyOf(said),
      said: printSaid(part, said),
    },
  })
}

function bodyOf(said: Said): unknown {
  switch (said.kind) {
    case 'feature':
      return said.feature
    case 'requirement':
      return said.requirement
    case 'block':
      return said.size
  }
}

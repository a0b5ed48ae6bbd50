import { nearestWord } from '../../ground/issues'
import { type LengthUnit, parseLength } from '../../handbook/units'
import { type Part, partSurfaces, type Surface } from '../part'
import { type MeasuredPoint } from './schema'
import { fitLabel, fitSurfacesOf } from './surfaces'

/** A line that gave no point, with why. */
export interface LostLine {
  readonly line: string
  readonly sentence: string
}

export interface PastedPoints {
  readonly points: readonly Omit<MeasuredPoint, 'id'>[]
  readonly lost: readonly LostLine[]
}

/**
 * Reads points as they are written down: each line `X Y Z`, `X Y Z ±`, or `X Z` (Y in the middle of its face), with
 * the name of the face before it where it is another one than the one that was chosen.
 *
 * @param surface - the face of lines that name none.
 * @param unit - of bare numbers.
 */
export function readPoints(
  part: Part,
  text: string,
  surface: string,
  unit: LengthUnit,
): PastedPoints {
  const points: Omit<MeasuredPoint, 'id'>[] = []
  const lost: LostLine[] = []
  const names = namesOf(part)
  const surfaces = partSurfaces(part)
  let on = surface
  for (const raw of text.split(/\r?\n/)) {
    const line = raw.trim()
    if (line === '' || line.startsWith('#')) continue
    const first = line.search(/[-+.]?\d/)
    const word = (first < 0 ? line : line.slice(0, first)).replace(/[\s,;:|\t]+$/, '').trim()
    if (word !== '') {
      const known = names.get(word.toLowerCase())
      if (known === undefined) {
        const near = nearestWord(word.toLowerCase(), [...names.keys()])
        lost.push({
          line,
          sentence: `“${word}” is no face of the casting${near ? `; did you mean “${near}”?` : ''}.`,
        })
        continue
      }
      on = known
    }
    if (first < 0) continue
    const read = numbersOf(line.slice(first), unit)
    if (typeof read === 'string') {
      lost.push({ line, sentence: read })
      continue
    }
    const made = pointOf(read, surfaces.get(on))
    if (made) points.push({ surface: on, ...made })
    else
      lost.push({
        line,
        sentence:
          'A point has two figures (X and height), three (X, Y, Z) or four (and how well it is known).',
      })
  }
  return { points, lost }
}

/** Faces by what they are called, in small letters. */
function namesOf(part: Part): ReadonlyMap<string, string> {
  return new Map(
    fitSurfacesOf(part)
      .filter(({ kind }) => kind !== 'wall')
      .flatMap(({ id }) => [
        [id.toLowerCase(), id] as const,
        [fitLabel(part, id).toLowerCase(), id] as const,
      ]),
  )
}

/** Figures apart by tabs, semicolons, commas or spaces; a comma within a figure where they are apart by something else. */
function numbersOf(text: string, unit: LengthUnit): readonly number[] | string {
  const isSplitOtherwise = /[;\t]/.test(text) || /\d,\d+\s+[-+]?\d/.test(text)
  const parts = (isSplitOtherwise ? text.split(/[;\t\s]+/) : text.split(/[,\s]+/)).filter(Boolean)
  const found: number[] = []
  for (const part of parts) {
    const read = parseLength(isSplitOtherwise ? part.replace(',', '.') : part, unit)
    if (!read.ok) return `“${part}” is no length.`
    found.push(read.value.mm)
  }
  return found
}

function pointOf(
  figures: readonly number[],
  surface: Surface | undefined,
): Pick<MeasuredPoint, 'at' | 'plusMinus'> | undefined {
  const [x = 0, y = 0, z = 0, plusMinus] = figures
  if (figures.length === 3) return { at: { x, y, z } }
  if (figures.length === 4 && plusMinus !== undefined && plusMinus >= 0)
    return { at: { x, y, z }, plusMinus }
  if (figures.length !== 2) return undefined
  const middle =
    surface?.kind === 'plane' ? surface.at.y : surface ? (surface.from.y + surface.to.y) / 2 : 0
  return { at: { x, y: middle, z: y } }
}

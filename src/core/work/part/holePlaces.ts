import { type Point } from '../../ground/geometry'
import { type Hole, type Part } from './schema'
import { holeLines } from './surfaces'

/** One hole of the part. */
export interface HolePlace {
  /** `side.3`; the feature's own id when it has one hole. The same as its surface. */
  readonly key: string
  readonly hole: Hole
  /** Within its feature, from 1. */
  readonly number: number
  readonly count: number
  /** Mouth on its face, where its axis comes out of the finished part. */
  readonly mouth: Point<'part'>
  /** Where its axis ends: at the full depth, or where it leaves the finished part. */
  readonly end: Point<'part'>
}

/** Every hole of the part, feature by feature. */
export function holesOf(part: Part): readonly HolePlace[] {
  return part.features.flatMap((hole) => {
    if (hole.kind !== 'hole') return []
    const lines = holeLines(part, hole)
    return lines.map(({ from, to }, i) => ({
      key: lines.length === 1 ? hole.id : `${hole.id}.${i + 1}`,
      hole,
      number: i + 1,
      count: lines.length,
      mouth: from,
      end: to,
    }))
  })
}

import { type Issue } from '../../ground/issues'
import { isEdgeBreak } from './brokenEdges'
import { featureLabel } from './refs'
import { type Feature, type Hole, type Part } from './schema'
import { holeCount } from './surfaces'

/** Most holes that one feature may have. */
export const MOST_HOLES = 2000

/** Most holes that all features of a part may have together. */
export const MOST_HOLES_OF_PART = 5000

/** Told before anything is laid out: what a part of too many holes would become is never made. */
export function tooManyHoles(part: Part): Issue | undefined {
  const counts = part.features.map((f) => (f.kind === 'hole' ? holeCount(part, f) : 0))
  const total = counts.reduce((sum, n) => sum + n, 0)
  if (total <= MOST_HOLES_OF_PART) return undefined
  const most = counts.indexOf(Math.max(...counts))
  const largest = part.features[most]
  const own = counts[most] ?? 0
  if (largest && own > MOST_HOLES)
    return {
      code: 'pattern.many',
      path: `features.${most}.pattern`,
      sentence: `${featureLabel(largest)}: the pattern makes ${own} holes; ${MOST_HOLES} is the most for one pattern. Split it.`,
    }
  return {
    code: 'part.many-holes',
    path: `features.${most}.pattern`,
    sentence: `The patterns make ${total} holes${largest ? `, ${featureLabel(largest)} the most of them` : ''}; ${MOST_HOLES_OF_PART} is the most for one part.`,
  }
}

/** What makes a pattern impossible. */
export function patternIssues(part: Part, hole: Hole, path: string): readonly Issue[] {
  const issues: Issue[] = []
  const say = (code: string, sentence: string): void =>
    void issues.push({
      code,
      path: `${path}.pattern`,
      sentence: `${featureLabel(hole)}: ${sentence}`,
    })
  const { pattern } = hole
  if (pattern.kind === 'grid') {
    const places = pattern.columns * pattern.rows
    const beyond = pattern.skip?.find((n) => n > places)
    if (beyond !== undefined)
      say('pattern.skip', `place ${beyond} cannot be left out; there are only ${places} places.`)
    if (new Set(pattern.skip).size >= places)
      say('pattern.empty', 'every place is left out; nothing would be drilled.')
    if (places > MOST_HOLES)
      say(
        'pattern.many',
        `${pattern.columns} × ${pattern.rows} makes ${places} holes; ${MOST_HOLES} is the most for one pattern. Split it.`,
      )
    const stacked =
      (pattern.columns > 1 && pattern.pitchAcross.mm === 0) ||
      (pattern.rows > 1 && pattern.pitchUp.mm === 0)
    if (stacked) say('pattern.stacked', 'a pitch of zero puts holes on top of each other.')
  }
  if (pattern.kind === 'circle') {
    if (pattern.chord && pattern.chord.mm > pattern.diameter.mm)
      say('pattern.chord', 'the holes are further apart than the circle is wide.')
    if (pattern.chord && pattern.sweep)
      say(
        'pattern.sweep',
        'give the angle that it runs over or the distance of the holes, not both.',
      )
  }
  if (pattern.kind === 'copy' && issues.length === 0 && holeCount(part, hole) > MOST_HOLES)
    say('pattern.many', `${MOST_HOLES} holes are the most for one pattern.`)
  return issues
}

/** Links to other features that lead nowhere, or round in a circle. */
export function linkIssues(part: Part, feature: Feature, path: string): readonly Issue[] {
  const linked = linksOf(feature)
  const unknown = linked.filter((id) => !part.features.some((other) => other.id === id))
  if (unknown.length > 0)
    return [
      {
        code: 'link.unknown',
        path,
        sentence: `${featureLabel(feature)} is laid out after “${unknown[0] ?? ''}”, which is not on the part.`,
      },
    ]
  const source = part.features.find(
    (other) =>
      feature.kind === 'hole' && feature.pattern.kind === 'copy' && other.id === feature.pattern.of,
  )
  if (source && source.kind !== 'hole')
    return [
      {
        code: 'link.kind',
        path,
        sentence: `${featureLabel(feature)} copies ${featureLabel(source)}, which is not a hole.`,
      },
    ]
  return leadsBack(part, feature)
    ? [
        {
          code: 'link.circle',
          path,
          sentence: `${featureLabel(feature)} is laid out after itself, through ${linked.join(', ')}.`,
        },
      ]
    : []
}

/** Features after which another is placed or patterned. */
export const linksOf = (feature: Feature): readonly string[] => [
  ...(feature.place.about === undefined ? [] : [feature.place.about]),
  ...(feature.kind === 'hole' && feature.pattern.kind === 'copy' ? [feature.pattern.of] : []),
  ...(isEdgeBreak(feature) && feature.of !== undefined ? [feature.of] : []),
]

function leadsBack(part: Part, feature: Feature): boolean {
  const seen = new Set<string>()
  const open = [...linksOf(feature)]
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    if (id === feature.id) return true
    if (seen.has(id)) continue
    seen.add(id)
    const next = part.features.find((other) => other.id === id)
    if (next) open.push(...linksOf(next))
  }
  return false
}

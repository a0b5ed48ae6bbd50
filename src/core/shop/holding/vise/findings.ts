import { capital, type Finding, finding } from '../../../ground/finding'
import { jawedFindings } from '../jawed'
import { type Inspected } from '../kind'
import { besideFindings } from './beside'
import { type InVise } from './layout'

/** What jaws have to say of the work between them, and which face is at the fixed one. */
export const viseFindings = (own: InVise, inspected: Inspected): readonly Finding[] => [
  ...jawedFindings(own.jaws, own, inspected, own.holding.block?.mm),
  ...jawChoice(own, inspected),
  ...besideFindings(own, inspected),
]

/** The face to the fixed jaw should be the cut one. */
function jawChoice(
  { faceAt, work: { before, part } }: InVise,
  { index: i, length, locators, name }: Inspected,
): readonly Finding[] {
  const { away, guide } = faceAt
  const rawJaw = locators.some((c) => c.role === 'guide' && c.raw)
  const awayIsCut =
    (before.cut.has(away) || part.faces[away].bought === 'cut') &&
    (before.stockOn[away] === 0 || before.cut.has(away))
  if (!rawJaw || !awayIsCut) return []
  return [
    finding(
      'footing.jaw-choice',
      i,
      `The better face is at the moving jaw.`,
      `${capital(name(away))} is cut, ${name(guide)} is raw to ±${length(part.faces[guide].spread.mm)}. Turn the part so that ${name(away)} lies against the fixed jaw.`,
      { feature: guide },
    ),
  ]
}

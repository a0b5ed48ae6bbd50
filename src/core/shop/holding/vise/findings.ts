import { capital, type Finding, finding } from '../../../ground/finding'
import { isSide } from '../../../work/part'
import { type Cut } from '../../../work/stock'
import { lowestOpenCut, throughHoles } from '../cuts'
import { type Inspected } from '../kind'
import { type InVise } from './layout'

/** Grip, the height of the cut over the jaw, the parallels, what is drilled into, and the face at the jaw. */
export function viseFindings(own: InVise, inspected: Inspected): readonly Finding[] {
  return [
    ...gripFindings(own, inspected),
    ...cutFindings(own, inspected),
    ...jawChoice(own, inspected),
  ]
}

function gripFindings(own: InVise, { index: i, length }: Inspected): readonly Finding[] {
  const { gripMm, high, jawSpan, low, parallels, vise } = own
  const found: Finding[] = []
  const width = high.y - low.y
  if (width > vise.opening)
    found.push(
      finding(
        'grip.too-wide',
        i,
        'The work is wider than the vise opens.',
        `${length(width)} against ${length(vise.opening)}. Turn it, or take another vise.`,
      ),
    )
  const tall = high.z - low.z
  const gripped = Math.min(gripMm, tall)
  if (gripped <= 0 || jawSpan[1] <= jawSpan[0]) {
    found.push(
      finding(
        'grip.none',
        i,
        'The jaws do not reach the work.',
        `The parallels stand ${length(parallels.height)} high, the jaws ${length(vise.jawHeight)}. Take lower parallels.`,
      ),
    )
  } else if (gripped < Math.max(3, tall / 6)) {
    found.push(
      finding(
        'grip.shallow',
        i,
        `Only ${length(gripped)} is gripped.`,
        `The work stands ${length(tall)} tall; grip at least a sixth of that, ${length(Math.max(3, tall / 6))} (common practice). Lower parallels grip more. An estimate: the machine's and holder's own limits decide.`,
      ),
    )
  }
  if (2 * parallels.thickness > width)
    found.push(
      finding(
        'parallels.outside',
        i,
        'The parallels do not stand within the part.',
        `Two of ${length(parallels.thickness)} side by side are wider than the work, ${length(width)}. Take thinner ones.`,
      ),
    )
  return found
}

function cutFindings(own: InVise, { index: i, length, name, ops }: Inspected): readonly Finding[] {
  const { vise, work } = own
  const jawTop = vise.jawHeight
  const found: Finding[] = []
  for (const op of ops) {
    const again = found.some((f) => f.code === 'jaw.cut-below' && f.feature === op.feature)
    const bottom = again || isClearOfJaws(own, op) ? undefined : lowestOpenCut(own, work, op)
    if (bottom !== undefined && bottom < jawTop - 1e-9)
      found.push(
        finding(
          'jaw.cut-below',
          i,
          `${capital(name(op.feature))} is cut below the top of the jaws.`,
          `By ${length(jawTop - bottom)}: the cutter meets the jaw. Take parallels higher by as much, or hold it another way.`,
          { feature: op.feature },
        ),
      )
    if (drillsParallel(own, op))
      found.push(
        finding(
          'parallels.drilled',
          i,
          `${capital(name(op.feature))} breaks through into a parallel.`,
          'Move that parallel aside, or put spacers under the part.',
          { feature: op.feature },
        ),
      )
  }
  return found
}

/** So far past the jaws an end of the work is clear of them, mm. */
const CLEAR_MM = 3

/** An end of the work that stands out past the jaws is cut beside them. */
function isClearOfJaws({ faceAt, high, low, vise, work }: InVise, { feature }: Cut): boolean {
  if (!isSide(feature) || feature === work.up) return false
  const overhang =
    feature === faceAt.right ? high.x - vise.jawWidth / 2 : -vise.jawWidth / 2 - low.x
  return overhang >= CLEAR_MM
}

function drillsParallel(own: InVise, op: Cut): boolean {
  const { high, low, parallels, parallelY, work } = own
  return throughHoles(own, work, op).some(
    ({ at, radius }) =>
      parallelY.some((y) => Math.abs(at.y - y) < parallels.thickness / 2 + radius) &&
      Math.abs(at.x - (low.x + high.x) / 2) < parallels.length / 2,
  )
}

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

import { dimension, Sheet } from '../../../ground/scene'
import { printLength } from '../../../handbook/units'
import { type Drawn, type Paper, type View } from '../kind'
import { type InVise } from './layout'

const JAW_THICK = 22
const [BED_THICK, BLOCK_THICK] = [6, 16]
/** Room for the arrows of X and Y, sheet units. */
const ARROWS = 56

export const drawVise = (own: InVise, view: View, paper: Paper, zeroX: number): Drawn =>
  view === 'side' ? fromLeft(own, paper) : fromAbove(own, paper, zeroX)

/** The vise seen from the left: fixed jaw to the left, what is gripped and what stands over it. */
function fromLeft(own: InVise, { height, scale: most = Infinity, width }: Paper): Drawn {
  const { aboveMm, gripMm, high, low, parallels, parallelY, vise, work } = own
  const depth = high.y - low.y
  const top = Math.max(high.z, vise.jawHeight)
  const span = depth + 2 * JAW_THICK
  // Under the bed there is room for the name of the vise, over the work for the names of the jaws.
  const rise = top + BED_THICK
  const scale = Math.min(most, (width - 150) / span, (height - 52) / rise)
  const sheet = new Sheet(
    scale,
    12 + JAW_THICK * scale + Math.max(0, (width - 150 - span * scale) / 2),
    height - 24 - BED_THICK * scale - Math.max(0, (height - 52 - rise * scale) / 2),
  )
  const jaw = vise.jawHeight
  sheet.rectangle(-JAW_THICK, -BED_THICK, depth + JAW_THICK, 0, { fill: 'steel', stroke: 'soft' })
  sheet.rectangle(-JAW_THICK, 0, 0, jaw, { fill: 'hatch', stroke: 'soft', ref: 'jaw' })
  sheet.rectangle(depth, 0, depth + JAW_THICK, jaw, { fill: 'hatch', stroke: 'soft' })
  const t = parallels.thickness
  for (const y of parallelY)
    sheet.rectangle(-y - t / 2, 0, -y + t / 2, parallels.height, {
      fill: 'steel',
      stroke: 'soft',
      ref: 'parallels',
    })
  const blockMm = drawBlock(sheet, own)
  const over = (): void => {
    const push = low.z + gripMm * 0.65
    sheet.symbol(
      depth,
      push,
      [
        [2, 0],
        [12, -6],
        [12, -2],
        [28, -2],
        [28, 2],
        [12, 2],
        [12, 6],
      ],
      { fill: 'ochre', stroke: 'none' },
    )
    sheet.words(0, jaw + blockMm, 'fixed', {
      anchor: 'end',
      dx: -4,
      dy: -7,
      size: 13,
      ink: 'soft',
    })
    sheet.words(depth, jaw, 'moving', { anchor: 'start', dx: 4, dy: -7, size: 13, ink: 'soft' })
    const figure = (mm: number): string => printLength(mm, work.part.unit)
    const right: readonly [number, number] = [depth + JAW_THICK, jaw]
    labelled(sheet, right, [right[0], high.z], 'above jaw', figure(aboveMm))
    labelled(sheet, [right[0], low.z], right, 'gripped', figure(gripMm))
    sheet.words(depth / 2, -BED_THICK, `${vise.name} · ${parallels.name.toLowerCase()}`, {
      dy: 15,
      size: 13,
      ink: 'soft',
    })
  }
  return { sheet, over }
}

/** A block behind tall work, on the fixed jaw; how high it is, mm. */
function drawBlock(sheet: Sheet, { holding: { block }, vise: { jawHeight } }: InVise): number {
  if (!block?.mm) return 0
  sheet.rectangle(-BLOCK_THICK, jawHeight, 0, jawHeight + block.mm, {
    fill: 'steel',
    stroke: 'soft',
    ref: 'block',
  })
  return block.mm
}

function labelled(
  sheet: Sheet,
  from: readonly [number, number],
  to: readonly [number, number],
  words: string,
  figure: string,
): void {
  dimension(sheet, from, to, 24, figure, 'ink')
  const last = sheet.marks.pop()
  if (last?.kind !== 'words') return
  sheet.marks.push(
    { ...last, y: last.y + 9, size: 14 },
    { ...last, text: words, y: last.y - 7, size: 12, ink: 'soft', figures: false },
  )
}

/** The vise from above: fixed jaw at the top, X to the right. */
function fromAbove(
  own: InVise,
  { height, scale: most = Infinity, width }: Paper,
  zeroX: number,
): Drawn {
  const { high, jaws, low, middles, parallels, parallelY, vise } = own
  const jawHalf = jaws.jawWidth / 2
  const [u0, u1] = [Math.min(low.x, -jawHalf) - 14, Math.max(high.x, jawHalf) + 4]
  const depth = high.y - low.y
  // Over the jaw there is room for its name and for the zero's, right of it for the arrows of X and Y.
  const rise = depth + 2 * JAW_THICK
  const scale = Math.min(most, (width - ARROWS) / (u1 - u0), (height - 52) / rise)
  const sheet = new Sheet(
    scale,
    (width - ARROWS) / 2 - ((u0 + u1) / 2) * scale,
    28 + (height - 52 - rise * scale) / 2 + JAW_THICK * scale,
  )
  const t = parallels.thickness
  for (const middle of middles) {
    const [x0, x1] = [middle - vise.jawWidth / 2, middle + vise.jawWidth / 2]
    sheet.rectangle(x0, 0, x1, JAW_THICK, { fill: 'hatch', stroke: 'soft', ref: 'jaw' })
    sheet.rectangle(x0, low.y - JAW_THICK, x1, low.y, { fill: 'hatch', stroke: 'soft' })
    const under = middles.length > 1 ? middle : (low.x + high.x) / 2
    const half = Math.max(parallels.length / 2, 1)
    for (const y of parallelY)
      sheet.rectangle(under - half, y - t / 2, under + half, y + t / 2, {
        fill: 'steel',
        stroke: 'faint',
        width: 0.8,
        ref: 'parallels',
      })
  }
  const over = (): void => {
    const zeroRight = zeroX > 0
    sheet.words(zeroRight ? -jawHalf : jawHalf, JAW_THICK, 'fixed jaw', {
      anchor: zeroRight ? 'start' : 'end',
      dy: -6,
      size: 13,
      ink: 'soft',
    })
  }
  return { sheet, over, arrowsAt: [u1 + 36 / scale, low.y - JAW_THICK], namesAt: JAW_THICK }
}

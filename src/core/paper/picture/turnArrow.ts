import { type Point, subtract } from '../../ground/geometry'
import { cornersOfBox } from '../../ground/recipe'
import { type Sheet } from '../../ground/scene'
import { indexWords, type PlannedSetup, rotaryCentre } from '../../plan/planning'
import { ACROSS } from '../../shop/workshop'

/** Clear of the work's corners, sheet units; length and half width of the head. */
const [CLEAR, HEAD, HALF_HEAD] = [9, 11, 5]
/** Never quite round, so that its beginning is seen, rad. */
const MOST_RAD = (330 * Math.PI) / 180
const STEP_RAD = (4 * Math.PI) / 180

/**
 * The turn of an indexed setup as an arrow about its centre: it comes from where what looks up now was
 * before, as the spindle sees it. Drawn in the view along the axis that turns, nothing in others.
 */
export function drawTurn(
  { indexed, standing }: PlannedSetup,
  sheet: Sheet,
  along: 'x' | 'z',
  flat: (p: Point<'setup'>) => readonly [number, number],
): void {
  if (indexed?.turner?.rotary.along !== along || Math.abs(indexed.workRad) < 1e-6) return
  const centre = rotaryCentre(indexed.base)
  const [p, q] = ACROSS[along]
  const radius =
    Math.max(
      ...cornersOfBox(standing).map((corner) => {
        const from = subtract(corner, centre)
        return Math.hypot(from[p], from[q])
      }),
    ) +
    CLEAR / sheet.scale
  const at = (angle: number, out = radius): readonly [number, number] =>
    flat({
      ...centre,
      [p]: centre[p] + out * Math.cos(angle),
      [q]: centre[q] + out * Math.sin(angle),
    })
  const turn = Math.sign(indexed.workRad) * Math.min(MOST_RAD, Math.abs(indexed.workRad))
  const [from, to] = [Math.PI / 2 - turn, Math.PI / 2]
  const steps = Math.max(2, Math.ceil(Math.abs(turn) / STEP_RAD))
  const arc = Array.from({ length: steps + 1 }, (_, i) => at(from + (turn * i) / steps))
  sheet.polyline(arc, { stroke: 'ochre', width: 2.2 })
  const [tip, before] = [sheet.at(...at(to)), sheet.at(...at(to - Math.sign(turn) * 0.05))]
  const length = Math.hypot(tip[0] - before[0], tip[1] - before[1])
  const [u, v] = [(tip[0] - before[0]) / length, (tip[1] - before[1]) / length]
  sheet.symbol(
    ...at(to),
    [
      [u * HEAD, v * HEAD],
      [-v * HALF_HEAD, u * HALF_HEAD],
      [v * HALF_HEAD, -u * HALF_HEAD],
    ],
    { fill: 'ochre', stroke: 'none' },
  )
  sheet.words(...at(from + turn * 0.35, radius + (2 * CLEAR) / sheet.scale), indexWords(indexed), {
    size: 13,
    bold: true,
    dy: 4,
    anchor:
      flat({ ...centre, [p]: Math.cos(from + turn * 0.35) + centre[p] })[0] > flat(centre)[0]
        ? 'start'
        : 'end',
  })
}

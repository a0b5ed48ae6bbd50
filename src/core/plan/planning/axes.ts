import { type Axis, AXES, type Motion, type Point } from '../../ground/geometry'
import { type SpindleLean } from '../../handbook/probing'
import { SWUNG_HEAD, type SwungHead } from '../../shop/workshop'
import { leansAbout } from './leaning'
import { type LeaningFrom, type PlannedSetup } from './planned'

/** A spindle that leans because the head is swung: the work stands level, on axes of the machine that do not lean. */
export interface Swung extends LeaningFrom {
  readonly on: SwungHead
}

/** How the head is swung in a setup; undefined where the spindle stands square to the table. */
export const swungIn = ({ leaning }: Pick<PlannedSetup, 'leaning'>): Swung | undefined =>
  leaning && isSwung(leaning) ? leaning : undefined

const isSwung = (leaning: LeaningFrom): leaning is Swung => leaning.on.sets === SWUNG_HEAD

/** The axis of the table that a swung spindle leans over: one turn of its handle moves across and along the spindle at once. */
export const leansOver = ({ lean }: Pick<Swung, 'lean'>): 'x' | 'y' =>
  leansAbout(lean) === 'x' ? 'y' : 'x'

/**
 * What the axes of the machine read for a way in the frame of a setup, whose Z is the spindle's. Upright they are
 * the same. With the head swung by α, table and quill are not square: a way u across the spindle is u / cos α at the
 * table, and takes u tan α of what the quill is to do; a way along the spindle is the quill's alone.
 *
 * @returns mm at X and Y of the table and, as Z, at the quill.
 */
export function driven(
  planned: Pick<PlannedSetup, 'leaning'>,
  way: Point<'setup'>,
): Point<'setup'> {
  const swung = swungIn(planned)
  if (!swung) return way
  const over = leansOver(swung)
  const lean = spindleLean(swung)
  const table = way[over] / lean.upright
  return { ...way, [over]: table, z: way.z - table * lean.over }
}

/** The part's directions along the axes of the machine as it stands: table, table and, as the third, what moves the spindle. */
export function axesInPart({
  leaning,
  standing,
}: Pick<PlannedSetup, 'leaning' | 'standing'>): Motion<'setup', 'part'>['rows'] {
  const swung = swungIn({ leaning })
  const [x, y, z] = standing.setupFromPart.rows
  if (!swung) return [x, y, z]
  const level = swung.upright.setupFromPart.rows
  return leansOver(swung) === 'x' ? [level[0], y, z] : [x, level[1], z]
}

/** What an axis is called where it is read: with the head swung, the third is the quill. */
export const axisName = (planned: Pick<PlannedSetup, 'leaning'>, axis: Axis): string =>
  axis === 'z' && swungIn(planned) ? 'quill' : axis.toUpperCase()

/** A spindle that lies nearly level is across no table: no head is set so, and what it would read is kept finite. */
const LEAST_UPRIGHT = 0.05

/** How a swung spindle leans, in the axes of the table; so too a millimetre of the table lies, as the spindle sees it. */
export function spindleLean(swung: Swung): SpindleLean {
  const over = leansOver(swung)
  const row = (axis: Axis): Point<'setup'> => swung.turn.rows[AXES.indexOf(axis)] as Point<'setup'>
  return { over: row('z')[over], upright: Math.max(LEAST_UPRIGHT, row(over)[over]) }
}

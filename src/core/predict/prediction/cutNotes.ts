import { norm, type Point, scale, subtract } from '../../ground/geometry'
import { refLabel, type Surface } from '../../work/part'
import { processOf } from '../../plan/planning'
import { type Op } from '../../plan/way'
import { figurePath, figureRef } from '../../shop/workshop'
import { type FormTilt, type SetupMaking } from './making'
import { NOTHING, type OwnError, RATIO } from './ownError'

/** A drilled hole is as large as the drill makes it; a bored or reamed one is aimed at the middle of its limits. */
export function noteSize(
  making: SetupMaking,
  op: Op,
  surface: Surface & { kind: 'axis' },
  own: OwnError,
): void {
  const { sizeSource, unaimed, workshop } = making
  const process = processOf(making, op)
  const { oversizeMm, sizeMm } = workshop.capabilities[process]
  if (!(sizeMm > 0)) return
  const figure = figureRef(figurePath('capabilities', process, 'sizeMm'), sizeMm)
  sizeSource.set(surface.id, own('size', sizeMm, NOTHING, { offset: oversizeMm, figure }).source)
  if (process === 'drill' || process === 'tap') unaimed.add(surface.id)
}

/** A face's form grows with its length; a plate laid against it may lean by half of it over its half length. */
export function noteForm(
  making: SetupMaking,
  op: Op,
  surface: Surface & { kind: 'plane' },
  own: OwnError,
): void {
  const { formMm, formSource, formTilts, part, workshop } = making
  const process = processOf(making, op)
  const { formMm: per100 } = workshop.capabilities[process]
  // What the cut leaves replaces the form that the face had.
  formSource.delete(surface.id)
  if (!(per100 > 0)) return
  const [a, b] = edgesOf(surface)
  const form = per100 * Math.max(1, Math.max(norm(a), norm(b)) / 100)
  const figure = figureRef(figurePath('capabilities', process, 'formMm'), form)
  formMm.set(surface.id, form)
  formSource.set(
    surface.id,
    own('form', form, NOTHING, {
      distribution: 'one-sided',
      cause: `form of ${refLabel(part, surface.id)}`,
      figure,
    }).source,
  )
  const tilt = (edge: Point<'part'>, beside: Point<'part'>, name: string): FormTilt => ({
    about: scale(beside, 1 / norm(beside)),
    source: own(`form tilt ${name}`, form / norm(edge), NOTHING, {
      ...RATIO,
      cause: `form of ${refLabel(part, surface.id)} under what is laid on it`,
      figure,
    }).source,
  })
  formTilts.set(surface.id, [tilt(a, b, '1'), tilt(b, a, '2')])
}

function edgesOf({
  corners,
}: Surface & { kind: 'plane' }): readonly [Point<'part'>, Point<'part'>] {
  const [a, b, , d] = corners as readonly [Point<'part'>, Point<'part'>, unknown, Point<'part'>]
  return [subtract(b, a), subtract(d, a)]
}

import { capital, type Finding, finding } from '../../ground/finding'
import { type Misfit, misfitsOf, type PlannedSetup, usualCutter } from '../../plan/planning'
import { type Inspection } from './inspection'

/** Do the cutters that were chosen make what is drawn: its width, its inside corners, the foot of its walls, its edges? */
export function cutterRules(
  { length, name, part, workshop }: Inspection,
  planned: PlannedSetup,
  i: number,
): readonly Finding[] {
  return planned.setup.ops.flatMap((op) => {
    const cutter = workshop.cutters.find(({ id }) => id === op.cutter)
    const feature = part.features.find(({ id }) => id === op.feature)
    if (!cutter || !feature) return []
    const usual = workshop.cutters.find(({ id }) => id === usualCutter(planned, feature.id))
    const fits = usual && misfitsOf(feature, usual).length === 0 ? ` ${usual.name} fits.` : ''
    return misfitsOf(feature, cutter)
      .filter(({ kind }) => kind === 'wide' || op.pass === 'finish')
      .map((misfit) => {
        const [bold, rest] = wordsOf(misfit, cutter.name, name(feature.id), length)
        return finding(`cutter.${misfit.kind}`, i, capital(bold), `${rest}${fits}`, {
          feature: feature.id,
        })
      })
  })
}

function wordsOf(
  misfit: Misfit,
  cutter: string,
  feature: string,
  length: (mm: number) => string,
): readonly [bold: string, rest: string] {
  switch (misfit.kind) {
    case 'wide':
      return [
        `${cutter} is wider than ${feature}.`,
        `There is room for ${length(misfit.roomMm)}. Take a cutter of no more.`,
      ]
    case 'corner':
      return [
        `${cutter} does not come into the corners of ${feature}.`,
        `They have a radius of ${length(misfit.drawnMm)}; it leaves ${length(misfit.leftMm)}. Finish with one of ${length(2 * misfit.drawnMm)} or less, or ask whether larger corners will do.`,
      ]
    case 'edge':
      return [
        misfit.leftMm > 0
          ? `${cutter} leaves a radius of ${length(misfit.leftMm)} on the edges of ${feature}.`
          : `${cutter} does not round the edges of ${feature}.`,
        `${length(misfit.drawnMm)} is drawn. Take a corner rounding mill of that radius, or go along them line by line with a ball end mill.`,
      ]
    case 'nose':
      if (misfit.leftMm === 0)
        return [
          `${cutter} is sharp, and ${feature} has a radius at its floor.`,
          `It is ${length(misfit.drawnMm)}. Finish with a cutter whose nose has that or less, or say its nose under Workshop.`,
        ]
      return [
        `${cutter} leaves a radius of ${length(misfit.leftMm)} at the floor of ${feature}.`,
        misfit.drawnMm === 0
          ? 'The drawing has it sharp there. Finish with a sharp cutter, or ask whether the radius will do.'
          : `${length(misfit.drawnMm)} is drawn. Finish with a cutter whose nose has that or less.`,
      ]
  }
}

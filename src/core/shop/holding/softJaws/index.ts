import { STOP_FIELD } from '../common'
import { type HoldingKind } from '../kind'
import { missing } from '../missing'
import { type Cut } from '../../../work/stock'
import { type Work } from '../work'
import { softJawsAnchored } from './anchored'
import { designJaws, type JawDesign, type JawKernel } from './design'
import { blanksOpen, firstInSoftJaws } from './first'
import { inSoftJaws } from './layout'
import { type SoftJawsHolding, SoftJawsSchema } from './parameters'
import { standInSoftJaws } from './stand'

export const SOFT_JAWS: HoldingKind<SoftJawsHolding> = {
  kind: 'soft-jaws',
  title: 'Soft jaws',
  parameters: SoftJawsSchema,
  fields: [
    { key: 'vise', label: 'Vise', kind: 'gear', gear: 'vise' },
    { key: 'blank', label: 'Blanks', kind: 'gear', gear: 'jawBlank' },
    { key: 'step', label: 'Step, deep', kind: 'length', hint: '' },
    { key: 'gap', label: 'Gap, closed on the part', kind: 'length', hint: '' },
    { key: 'clear', label: 'Free where nothing locates', kind: 'length', hint: '' },
    { key: 'cutter', label: 'Cut with', kind: 'gear', gear: 'cutter' },
    STOP_FIELD,
    { key: 'shift', label: 'Shifted to the right', kind: 'length', hint: '' },
    {
      key: 'jaws',
      label: 'The jaws are',
      kind: 'choice',
      options: [
        { value: 'as cut', label: 'left on since they were cut' },
        { value: 'put back', label: 'put back by their screws' },
        { value: 'indicated', label: 'put back and indicated' },
        { value: 'skimmed', label: 'put back and skimmed' },
      ],
    },
  ],
  leads: undefined,
  makes: { words: 'cut the jaws', minutes: 40 },
  wants: 'Soft jaws want a pair of blanks in the workshop.',
  begin: firstInSoftJaws,
  takes: blanksOpen,
  issues: ({ blank, cutter, vise }, workshop) => [
    ...missing(workshop.vises, vise, 'vise', 'vise'),
    ...missing(workshop.jawBlanks, blank, 'blank', 'pair of blanks'),
    ...missing(workshop.cutters, cutter, 'cutter', 'cutter'),
  ],
  stand: standInSoftJaws,
  anchored: softJawsAnchored,
  registered: () => undefined,
  readingMark: ({ blank, clear, cutter, gap, jaws, shift, step, stop, vise }) =>
    ['soft jaws', vise, blank, cutter, step.mm, gap.mm, clear.mm, shift.mm, stop, jaws].join(' '),
}

/**
 * Designs a pair of jaws for a part as it is to be held; the kernel knows the shadow of the part in its setup.
 *
 * @param meanwhile - what is cut while it is held so: holes that come through want a relief in the floor.
 */
export const designSoftJaws = (
  holding: SoftJawsHolding,
  work: Work,
  kernel: JawKernel,
  meanwhile: readonly Cut[] = [],
): JawDesign => designJaws(inSoftJaws(holding, work), kernel, meanwhile)

export { type SoftJawsHolding } from './parameters'
export { type JawDesign, type JawHalf, type JawKernel } from './design'
export { halvesOf, jawCorner, jawExtent, jawReport, ringFrom } from './design/report'

import { STOP_FIELD } from '../common'
import { type HoldingKind } from '../kind'
import { missing } from '../missing'
import { softJawsAnchored } from './anchored'
import { blanksOpen, firstInSoftJaws } from './first'
import { type SoftJawsHolding } from './parameters'
import { standInSoftJaws } from './stand'

export const SOFT_JAWS: HoldingKind<SoftJawsHolding> = {
  kind: 'soft-jaws',
  title: 'Soft jaws',
  fields: [
    { key: 'vise', label: 'Vise', kind: 'gear', gear: 'vise' },
    { key: 'blank', label: 'Blanks', kind: 'gear', gear: 'jawBlank' },
    { key: 'step', label: 'Step, deep', kind: 'length', hint: '' },
    { key: 'gap', label: 'Gap, closed on the part', kind: 'length', hint: '' },
    { key: 'clear', label: 'Free where nothing locates', kind: 'length', hint: '' },
    { key: 'cutter', label: 'Cut with', kind: 'gear', gear: 'cutter' },
    { key: 'round', label: 'Bored for', kind: 'upright' },
    { key: 'pin', label: 'On a pin in', kind: 'hole-or-none' },
    STOP_FIELD,
    { key: 'channels', label: 'Channels for coolant', kind: 'number', options: [0, 1, 2, 3, 4] },
    { key: 'columns', label: 'Side by side', kind: 'number', options: [1, 2, 3, 4, 5, 6] },
    { key: 'between', label: 'Between them', kind: 'length', hint: '' },
    { key: 'shift', label: 'Shifted to the right', kind: 'length', hint: '' },
    {
      key: 'stands',
      label: 'Set upright by',
      kind: 'choice',
      options: [
        { value: 'floor', label: 'the floor' },
        { value: 'walls', label: 'both walls' },
      ],
    },
    {
      key: 'walls',
      label: 'Walls that bear',
      kind: 'choice',
      options: [
        { value: 'upright', label: 'upright' },
        { value: 'draft', label: 'lean with the draft' },
      ],
    },
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
  issues: ({ blank, cutter, pin, round, vise }, workshop, surfaces) => [
    ...(pin === undefined || surfaces.get(pin)?.kind === 'axis'
      ? []
      : [
          {
            code: 'setup.hole',
            path: 'pin',
            sentence: `“${pin}” is not one hole of the part; a pin needs one.`,
          },
        ]),
    ...(round === undefined || surfaces.get(round)?.kind === 'axis'
      ? []
      : [
          {
            code: 'setup.hole',
            path: 'round',
            sentence: `“${round}” is no round of the part; the jaws are bored for one.`,
          },
        ]),
    ...missing(workshop.vises, vise, 'vise', 'vise'),
    ...missing(workshop.jawBlanks, blank, 'blank', 'pair of blanks'),
    ...missing(workshop.cutters, cutter, 'cutter', 'cutter'),
  ],
  stand: standInSoftJaws,
  anchored: softJawsAnchored,
  registered: () => undefined,
  readingMark: ({
    between,
    blank,
    clear,
    columns,
    cutter,
    gap,
    jaws,
    pin,
    round,
    shift,
    stands,
    step,
    stop,
    vise,
    walls,
  }) =>
    [
      'soft jaws',
      vise,
      blank,
      cutter,
      step.mm,
      gap.mm,
      clear.mm,
      shift.mm,
      stop,
      jaws,
      ...(columns === undefined || columns === 1 ? [] : [columns, between?.mm ?? 0]),
      ...(pin === undefined ? [] : [pin]),
      ...(round === undefined ? [] : [round]),
      ...(walls === 'draft' ? ['draft'] : []),
      ...(stands === 'walls' ? ['upright by walls'] : []),
    ].join(' '),
}

export { footOf, headsReach, screwBackOf, seatOf } from './blank'
export { inSoftJaws, type InSoftJaws, MOUTH_MM, shiftsOf, wallLeans } from './layout'
export { type SoftJawsHolding } from './parameters'

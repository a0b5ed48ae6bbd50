import { STOP_FIELD } from '../common'
import { firstInVise, opensFor } from './first'
import { type HoldingKind } from '../kind'
import { missing } from '../missing'
import { type Workshop } from '../../workshop'
import { type ViseHolding } from './parameters'
import { standInVise } from './stand'
import { viseAnchored } from './stays'

/** Two in line are two alike that were matched, and they do not stand in each other. */
function pairIssues({ vises }: Workshop, id: string, apartMm: number) {
  const vise = vises.find((v) => v.id === id)
  if (!vise || apartMm === 0) return []
  const issue = (sentence: string) => [{ code: 'holding.pair', path: 'apart', sentence }]
  if (vise.pairMm === undefined)
    return issue(
      `the workshop has no second vise like ${vise.name}; say there how far the two of a pair differ.`,
    )
  return apartMm < vise.jawWidth
    ? issue(
        `two of ${vise.name} cannot stand ${apartMm} mm apart: each is ${vise.jawWidth} mm wide.`,
      )
    : []
}

export const VISE: HoldingKind<ViseHolding> = {
  kind: 'vise',
  title: 'Vise',
  fields: [
    { key: 'vise', label: 'Vise', kind: 'gear', gear: 'vise' },
    { key: 'parallels', label: 'Parallels', kind: 'gear', gear: 'parallels' },
    STOP_FIELD,
    {
      key: 'stopBy',
      label: 'The stop is',
      kind: 'choice',
      options: [
        { value: 'arm', label: 'the vise’s own' },
        { value: 'bolt', label: 'a bolt in the table beside it' },
        { value: 'bar', label: 'a bar along its end' },
      ],
    },
    {
      key: 'strips',
      label: 'Between work and jaw',
      kind: 'choice',
      options: [
        { value: 'none', label: 'nothing' },
        { value: 'moving', label: 'strips that give, at the moving jaw' },
        { value: 'both', label: 'strips that give, at both jaws' },
        { value: 'halves', label: 'a split round, at the moving jaw' },
      ],
    },
    { key: 'apart', label: 'A second one, middle to middle', kind: 'length', hint: '0: none' },
    { key: 'block', label: 'Block behind it, over the jaw', kind: 'length', hint: '0: none' },
    { key: 'shift', label: 'Shifted to the right', kind: 'length', hint: '' },
  ],
  leads: {
    rest: 'parallels take three points (hammered down)',
    jaw: 'fixed jaw takes three (round bar at the moving jaw)',
  },
  begin: firstInVise,
  takes: opensFor,
  issues: ({ apart, parallels, vise }, workshop) => [
    ...pairIssues(workshop, vise, apart?.mm ?? 0),
    ...missing(workshop.vises, vise, 'vise', 'vise'),
    ...missing(workshop.parallels, parallels, 'parallels', 'parallels'),
  ],
  stand: standInVise,
  anchored: viseAnchored,
  registered: ({ stop = 'none', vise }) =>
    vise === undefined ? undefined : viseAnchored({ stop, vise }),
  readingMark: ({ apart, parallels, shift, stop, stopBy, strips, vise }) =>
    [
      vise,
      parallels,
      stop,
      shift.mm,
      ...(apart?.mm ? [apart.mm] : []),
      ...(strips && strips !== 'none' ? [strips] : []),
      ...(stopBy && stopBy !== 'arm' ? [stopBy] : []),
    ].join(' '),
}
export { type ViseHolding } from './parameters'
export { viseAnchored } from './stays'

import { carriedAnchored, carriedIssues } from '../carried'
import { STOP_FIELD } from '../common'
import { USUALLY_KNOWN_MM } from '../fitted'
import { parallelsFor } from '../jawedFirst'
import { type HoldingKind } from '../kind'
import { type FrameHolding } from './parameters'
import { standInFrame } from './stand'

/** A first frame and its tabs, mm (common practice, no source). */
const [RIM_MM, TABS, TAB_WIDE_MM, TAB_THICK_MM] = [12, 4, 8, 3]

export const FRAME: HoldingKind<FrameHolding> = {
  kind: 'frame',
  title: 'In a frame of its stock, by tabs, in a vise',
  fields: [
    { key: 'flat', label: 'Flat in it', kind: 'side' },
    { key: 'rim', label: 'Frame, wide', kind: 'length', hint: '' },
    { key: 'tabs', label: 'Tabs', kind: 'number', options: [2, 3, 4, 5, 6, 8, 10, 12] },
    { key: 'tabWide', label: 'Each tab, wide', kind: 'length', hint: '' },
    { key: 'tabThick', label: 'Each tab, thick', kind: 'length', hint: '' },
    {
      key: 'sides',
      label: 'Its outer sides',
      kind: 'choice',
      options: [
        { value: 'bought', label: 'as bought' },
        { value: 'cut', label: 'cut square' },
      ],
    },
    {
      key: 'faced',
      label: 'Its flat faces',
      kind: 'choice',
      options: [
        { value: 'kept', label: 'as bought' },
        { value: 'faced', label: 'faced with the part' },
      ],
    },
    { key: 'known', label: 'Part lies in it within ±', kind: 'length', hint: '' },
    { key: 'vise', label: 'Vise', kind: 'gear', gear: 'vise' },
    { key: 'parallels', label: 'Parallels', kind: 'gear', gear: 'parallels' },
    STOP_FIELD,
  ],
  leads: undefined,
  makes: { words: 'buy larger stock, saw and file the tabs', minutes: 20 },
  begin: ({ parallels, vises }, part, _surfaces, { up }) => {
    const [vise] = vises
    const under = vise && parallelsFor(vise, parallels, part, up)
    if (!vise || !under) return undefined
    return {
      kind: 'frame',
      flat: up,
      rim: { mm: RIM_MM },
      tabs: TABS,
      tabWide: { mm: TAB_WIDE_MM },
      tabThick: { mm: TAB_THICK_MM },
      sides: 'cut',
      faced: 'kept',
      known: { mm: USUALLY_KNOWN_MM },
      vise: vise.id,
      parallels: under.id,
      stop: 'left',
    }
  },
  issues: carriedIssues,
  stand: standInFrame,
  anchored: (holding) => carriedAnchored(holding, 'frame'),
  registered: () => undefined,
  readingMark: ({ faced, flat, parallels, rim, stop, vise }) =>
    ['frame', flat, faced, rim.mm, vise, parallels, stop].join(' '),
}

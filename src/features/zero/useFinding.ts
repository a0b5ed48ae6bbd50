'use client'

import { useMemo, useState } from 'react'
import { type Axis } from '@/core/ground/geometry'
import {
  foundZero,
  type KeptRecord,
  type Predicted,
  standingMark,
  type ZeroRecord,
} from '@/core/floor/offsets'
import { FEELER_MM, refusal, SETTER_MM, TOOL_FIGURES } from '@/core/floor/standin'
import { type MillLink } from '@/ui/useMill'
import { useWho } from '@/ui/useWho'
import {
  beginDraft,
  choicesOf,
  type Draft,
  type Field,
  type FindKind,
  fitting,
} from './readingsForm'
import { readingsOf } from './readingsOf'
import { type KnownFixture, type PaneProps } from './types'

export interface FindPaneProps extends PaneProps {
  readonly predicted: Predicted | undefined
  readonly fixtures: readonly KnownFixture[]
  readonly mill: MillLink | undefined
  readonly records: readonly KeptRecord[]
  readonly sentence: string | undefined
  readonly onKeep: (record: ZeroRecord, who: string) => void
  readonly onWithdraw: (id: string, who: string) => void
}

/** The instruments that fit what is in the mill's spindle. */
const INSTRUMENT_OF = {
  'edge-finder': 'edge finder',
  probe: 'probe',
  indicator: 'indicator',
  setter: 'setter',
  feeler: 'feeler',
  rod: 'feeler',
} as const

/** With what each way of finding begins; an edge finder for the others. */
const WANTED: Readonly<Partial<Record<FindKind, 'indicator' | 'setter' | 'probe'>>> = {
  swung: 'indicator',
  height: 'setter',
  round: 'probe',
  ball: 'probe',
}
const WITH_A_TIP: readonly FindKind[] = ['edge', 'corner', 'both-sides', 'round', 'ball']

/** A record of finding zero while it is filled in, and what it comes to. */
export function useFinding({ mill, onKeep, part, planned, workshop }: FindPaneProps) {
  const [who, setWho] = useWho()
  const choices = useMemo(() => choicesOf(part, planned), [part, planned])
  const [draft, setDraft] = useState<Draft>(() => beginDraft(planned, choices, 'x'))
  const [instrumentId, setInstrument] = useState(
    () => workshop.instruments.find((t) => t.kind === 'edge finder')?.id ?? '',
  )
  const [fromMill, setFromMill] = useState(false)
  const instrument = workshop.instruments.find((t) => t.id === instrumentId)
  const chosen = (value: string) => choices.find((c) => c.value === value)
  const first = chosen(draft.surface)
  const needsTip = WITH_A_TIP.includes(draft.kind)
  const tip = draft.numbers.tip?.mm ?? instrument?.tip
  const blocked = mill ? refusal(mill.state) : undefined

  const worked = readingsOf(draft, choices, needsTip ? tip : undefined).map((readings) => {
    const record: ZeroRecord = {
      readings,
      instrument: instrumentId,
      source: fromMill ? 'mill' : 'typed',
      stood: standingMark(planned),
    }
    return { record, found: foundZero(planned, record) }
  })
  const takeInstrument = (kind: string): void => {
    const fits = workshop.instruments.find((t) => t.kind === kind)
    if (fits) setInstrument(fits.id)
  }
  const begin = (next: Draft): void => {
    setDraft(next)
    setFromMill(false)
  }
  const change = (more: Partial<Draft>): void => setDraft((d) => ({ ...d, ...more }))
  const pickSurface = (kind: FindKind, surface: string, second: string): Partial<Draft> => {
    const seconds = fitting(kind, choices, chosen(surface)).second
    const stays = seconds.some((c) => c.value === second)
    return { surface, second: stays ? second : (seconds[0]?.value ?? '') }
  }
  /** What the mill shows now, unless it refuses; with what is in its spindle. */
  const shown = (): MillLink['last'] => {
    const last = mill?.last
    if (!last || blocked !== undefined) return undefined
    takeInstrument(INSTRUMENT_OF[last.tool])
    setFromMill(true)
    return last
  }
  return {
    who,
    setWho,
    draft,
    change,
    choices,
    first,
    second: chosen(draft.second),
    fit: fitting(draft.kind, choices, first),
    instrument,
    instrumentId,
    setInstrument,
    needsTip,
    blocked,
    worked,
    canKeep: worked.length > 0 && worked.every((w) => w.found.ok) && who !== '',
    beginWith: (axis: Axis): void => {
      const begun = beginDraft(planned, choices, axis)
      begin(begun)
      takeInstrument(WANTED[begun.kind] ?? 'edge finder')
    },
    pickKind: (kind: FindKind): void => {
      const next = fitting(kind, choices).first
      const stays = next.some((c) => c.value === draft.surface)
      const surface = stays ? draft.surface : (next[0]?.value ?? '')
      begin({ ...draft, kind, ...pickSurface(kind, surface, ''), numbers: {}, touches: [] })
      takeInstrument(WANTED[kind] ?? 'edge finder')
    },
    pickSurface: (surface: string): void => change(pickSurface(draft.kind, surface, draft.second)),
    type: (key: string, value: Draft['numbers'][string]): void => {
      setFromMill(false)
      change({ numbers: { ...draft.numbers, [key]: value } })
    },
    /** What the mill shows goes into a field. */
    take: (field: Field): void => {
      const last = shown()
      if (!last || field.take === undefined) return
      const dial = last.sense.kind === 'dial' ? last.sense.mm : undefined
      const mm = field.take === 'dial' ? dial : last[field.take]
      if (mm === undefined) return
      const tool = TOOL_FIGURES[last.tool]
      const gauge = last.tool === 'setter' ? SETTER_MM : last.tool === 'feeler' ? FEELER_MM : 0
      const length =
        draft.kind === 'height' ? { length: { mm: tool.length }, between: { mm: gauge } } : {}
      setDraft((d) => ({
        ...d,
        numbers: { ...d.numbers, [field.key]: { mm }, tip: { mm: tool.tip }, ...length },
        ...(field.take === 'z' ? {} : { tipZ: last.z - tool.length }),
      }))
    },
    takeTouch: (): void => {
      const last = shown()
      if (!last) return
      const tool = TOOL_FIGURES[last.tool]
      setDraft((d) => ({
        ...d,
        touches: [...d.touches, { x: last.x, y: last.y }],
        numbers: { ...d.numbers, tip: { mm: tool.tip } },
        tipZ: last.z - tool.length,
      }))
    },
    keep: (): void => {
      for (const { record } of worked) onKeep(record, who)
      begin({ ...draft, numbers: {}, touches: [], tipZ: undefined })
    },
  }
}

export type Finding = ReturnType<typeof useFinding>

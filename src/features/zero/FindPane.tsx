'use client'

import { useMemo, useState } from 'react'
import { AXES } from '@/core/ground/geometry'
import {
  foundZero,
  type KeptRecord,
  type Predicted,
  standingMark,
  type ZeroRecord,
} from '@/core/floor/offsets'
import { FEELER_MM, refusal, SETTER_MM, TOOL_FIGURES } from '@/core/floor/standin'
import { Choice, TextField } from '@/ui/fields'
import { QuantityField } from '@/ui/QuantityField'
import { type MillLink } from '@/ui/useMill'
import { useWho } from '@/ui/useWho'
import {
  approachWords,
  beginDraft,
  choicesOf,
  type Draft,
  type Field,
  fieldsOf,
  type FindKind,
  fitting,
  KIND_WORDS,
  KINDS,
  planWords,
  readingsOf,
} from './readingsForm'
import { KeptReadings } from './KeptReadings'
import { ReadingsResult } from './ReadingsResult'
import { StoredChoice } from './StoredChoice'
import { TouchList } from './TouchList'
import { type KnownFixture, type PaneProps } from './types'

interface FindPaneProps extends PaneProps {
  readonly predicted: Predicted | undefined
  readonly fixtures: readonly KnownFixture[]
  readonly mill: MillLink | undefined
  readonly records: readonly KeptRecord[]
  readonly sentence: string | undefined
  readonly onKeep: (record: ZeroRecord, who: string) => void
  readonly onWithdraw: (id: string) => void
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

/** Finding zero as a guided record: what is touched, with what, what was read; worked out as it is typed. */
export function FindPane(props: FindPaneProps) {
  const { mill, part, planned, workshop } = props
  const [who, setWho] = useWho()
  const choices = useMemo(() => choicesOf(part, planned), [part, planned])
  const [draft, setDraft] = useState<Draft>(() => beginDraft(planned, choices, 'x'))
  const [instrumentId, setInstrument] = useState(
    () => workshop.instruments.find((t) => t.kind === 'edge finder')?.id ?? '',
  )
  const [fromMill, setFromMill] = useState(false)
  const instrument = workshop.instruments.find((t) => t.id === instrumentId)
  const first = choices.find((c) => c.value === draft.surface)
  const fit = fitting(draft.kind, choices, first)
  const tip = draft.numbers.tip?.mm ?? instrument?.tip
  const needsTip = ['edge', 'corner', 'both-sides', 'round'].includes(draft.kind)
  const readings = readingsOf(draft, choices, needsTip ? tip : undefined)
  const recordOf = (r: (typeof readings)[number]): ZeroRecord => ({
    readings: r,
    instrument: instrumentId,
    source: fromMill ? 'mill' : 'typed',
    stood: standingMark(planned),
  })
  const change = (more: Partial<Draft>): void => setDraft((d) => ({ ...d, ...more }))
  const pickKind = (kind: FindKind): void => {
    const next = fitting(kind, choices)
    const surface = next.first.some((c) => c.value === draft.surface)
      ? draft.surface
      : (next.first[0]?.value ?? '')
    const after = fitting(
      kind,
      choices,
      choices.find((c) => c.value === surface),
    )
    setDraft({
      ...draft,
      kind,
      surface,
      second: after.second[0]?.value ?? '',
      numbers: {},
      touches: [],
    })
    setFromMill(false)
    const wanted = {
      swung: 'indicator',
      height: 'setter',
      round: 'probe',
    }[kind as string]
    const fits = workshop.instruments.find((t) => t.kind === (wanted ?? 'edge finder'))
    if (fits) setInstrument(fits.id)
  }
  const no = mill ? refusal(mill.state) : undefined
  /** What the mill shows now goes into a field; the tool in its spindle says with what. */
  const take = (field: Field): void => {
    const last = mill?.last
    if (!last || no !== undefined || field.take === undefined) return
    const mm =
      field.take === 'dial'
        ? last.sense.kind === 'dial'
          ? last.sense.mm
          : undefined
        : last[field.take]
    if (mm === undefined) return
    const tool = TOOL_FIGURES[last.tool]
    const known = workshop.instruments.find((t) => t.kind === INSTRUMENT_OF[last.tool])
    if (known) setInstrument(known.id)
    setFromMill(true)
    const length =
      draft.kind === 'height'
        ? {
            length: { mm: tool.length },
            between: {
              mm: last.tool === 'setter' ? SETTER_MM : last.tool === 'feeler' ? FEELER_MM : 0,
            },
          }
        : {}
    setDraft((d) => ({
      ...d,
      numbers: { ...d.numbers, [field.key]: { mm }, tip: { mm: tool.tip }, ...length },
      ...(field.take === 'z' ? {} : { tipZ: last.z - tool.length }),
    }))
  }
  const takeTouch = (): void => {
    const last = mill?.last
    if (!last || no !== undefined) return
    const tool = TOOL_FIGURES[last.tool]
    const known = workshop.instruments.find((t) => t.kind === INSTRUMENT_OF[last.tool])
    if (known) setInstrument(known.id)
    setFromMill(true)
    setDraft((d) => ({
      ...d,
      touches: [...d.touches, { x: last.x, y: last.y }],
      numbers: { ...d.numbers, tip: { mm: tool.tip } },
      tipZ: last.z - tool.length,
    }))
  }
  const worked = readings.map((r) => {
    const record = recordOf(r)
    const found = foundZero(planned, record)
    return { record, found }
  })
  const canKeep = worked.length > 0 && worked.every((w) => w.found.ok) && who !== ''
  const keep = (): void => {
    for (const { record } of worked) props.onKeep(record, who)
    setDraft((d) => ({ ...d, numbers: {}, touches: [], tipZ: undefined }))
    setFromMill(false)
  }
  return (
    <div className="flex flex-col gap-2">
      <div className="flex flex-wrap items-center gap-2 text-[14px]">
        <span className="text-soft">The plan asks for</span>
        {AXES.map((axis) => (
          <button
            key={axis}
            type="button"
            className="button quiet"
            onClick={() => {
              const begun = beginDraft(planned, choices, axis)
              setDraft(begun)
              setFromMill(false)
              const fits = workshop.instruments.find(
                (t) => t.kind === (begun.kind === 'height' ? 'setter' : 'edge finder'),
              )
              if (fits) setInstrument(fits.id)
            }}
          >
            {axis.toUpperCase()}: {planWords(part, planned, axis)}
          </button>
        ))}
      </div>
      <div className="grid grid-cols-2 gap-x-3 gap-y-1">
        <Choice
          label="How it is found"
          value={draft.kind}
          options={KINDS.map((kind) => ({ value: kind, label: KIND_WORDS[kind] }))}
          onChange={pickKind}
        />
        {draft.kind !== 'stored' && (
          <Choice
            label="With"
            value={instrumentId}
            options={workshop.instruments.map((t) => ({ value: t.id, label: t.name }))}
            onChange={setInstrument}
          />
        )}
        {fit.first.length > 0 && (
          <Choice
            label={draft.kind === 'corner' ? 'Edge for X' : 'Touched'}
            value={draft.surface}
            options={fit.first}
            onChange={(surface) => {
              const second = fitting(
                draft.kind,
                choices,
                choices.find((c) => c.value === surface),
              ).second
              change({
                surface,
                second: second.some((c) => c.value === draft.second)
                  ? draft.second
                  : (second[0]?.value ?? ''),
              })
            }}
          />
        )}
        {fit.second.length > 0 && (
          <Choice
            label={draft.kind === 'corner' ? 'Edge for Y' : 'And'}
            value={draft.second}
            options={fit.second}
            onChange={(second) => change({ second })}
          />
        )}
        {(draft.kind === 'round' || draft.kind === 'swung') && fit.first.length > 0 && (
          <Choice
            label="It is a"
            value={draft.where}
            options={[
              { value: 'bore', label: 'bore, from inside' },
              { value: 'boss', label: 'boss, from outside' },
            ]}
            onChange={(where) => change({ where })}
          />
        )}
        {draft.kind === 'height' && (
          <Choice
            label="By"
            value={draft.by}
            options={[
              { value: 'setter', label: 'height setter' },
              { value: 'feeler', label: 'feeler' },
              { value: 'tool', label: 'the tool itself' },
              { value: 'probe', label: 'probe' },
            ]}
            onChange={(by) => change({ by })}
          />
        )}
        {draft.kind === 'slope' && (
          <Choice
            label="What is turned"
            value={draft.answer}
            options={[
              { value: 'program', label: 'the program' },
              { value: 'part', label: 'the part or the vise' },
            ]}
            onChange={(answer) => change({ answer })}
          />
        )}
      </div>
      {fit.first.length > 0 && (
        <p className="text-[14px] text-soft">
          {approachWords(
            draft,
            first,
            choices.find((c) => c.value === draft.second),
          )}
        </p>
      )}
      {fit.first.length === 0 && draft.kind !== 'stored' && (
        <p className="text-soft">Nothing on this part can be found so as it stands.</p>
      )}
      {draft.kind === 'stored' ? (
        <StoredChoice {...props} who={who} />
      ) : (
        <div className="grid grid-cols-2 gap-x-3">
          {needsTip && (
            <QuantityField
              label="Tip diameter"
              unit={part.unit}
              value={draft.numbers.tip ?? (instrument?.tip ? { mm: instrument.tip } : undefined)}
              onChange={(tip_) => change({ numbers: { ...draft.numbers, tip: tip_ } })}
            />
          )}
          {fieldsOf(draft, first).map((field) => (
            <div key={field.key} className="flex items-start gap-1.5">
              <div className="grow">
                <QuantityField
                  label={field.label}
                  unit={part.unit}
                  value={draft.numbers[field.key]}
                  onChange={(value) => {
                    setFromMill(false)
                    change({ numbers: { ...draft.numbers, [field.key]: value } })
                  }}
                />
              </div>
              {mill && field.take && (
                <button
                  type="button"
                  className="button mt-[18px]"
                  disabled={no !== undefined}
                  title={
                    no ??
                    `Take ${field.take === 'dial' ? 'the dial' : field.take.toUpperCase()} as the mill shows it`
                  }
                  onClick={() => take(field)}
                >
                  Take
                </button>
              )}
            </div>
          ))}
        </div>
      )}
      {draft.kind === 'round' && (
        <TouchList
          touches={draft.touches}
          unit={part.unit}
          onAdd={(p) => change({ touches: [...draft.touches, p] })}
          onDrop={() => change({ touches: draft.touches.slice(0, -1) })}
          onTake={mill && takeTouch}
          blocked={no}
        />
      )}
      {worked.map(({ found, record }, i) => (
        <ReadingsResult key={i} {...props} record={record} found={found} />
      ))}
      {draft.kind !== 'stored' && (
        <div className="flex flex-wrap items-end gap-3">
          <div className="w-40">
            <TextField label="Who" value={who} onChange={setWho} />
          </div>
          <button type="button" className="button main" disabled={!canKeep} onClick={keep}>
            Keep it
          </button>
          {who === '' && worked.length > 0 && (
            <p className="pb-1.5 text-[14px] text-soft">Say who found it, by name or initials.</p>
          )}
        </div>
      )}
      {props.sentence && (
        <p role="status" className="rounded-lg border-l-4 border-yellow bg-ochre-wash px-3 py-2">
          {props.sentence}
        </p>
      )}
      <KeptReadings {...props} />
    </div>
  )
}

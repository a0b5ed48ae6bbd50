'use client'

import { Undo2 } from 'lucide-react'
import { useMemo, useState } from 'react'
import { AXES, type Axis } from '@/core/geometry'
import {
  agreement,
  doubtsOf,
  foundZero,
  type KeptRecord,
  type Predicted,
  predictZero,
  readoutAtTouch,
  refsOfReadings,
  standingMark,
  type ZeroRecord,
} from '@/core/offsets'
import { type Part, refLabel } from '@/core/part'
import { FEELER_MM, refusal, SETTER_MM, TOOL_FIGURES } from '@/core/standin'
import { printDegrees, printLength, printSpread } from '@/core/units'
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
  readingsOf,
} from './readingsForm'
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
  const { mill, part, planned, predicted, workshop } = props
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
    stood: standingMark(planned.setup),
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
    const found = foundZero(workshop, part, planned, record)
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
        <Touches
          draft={draft}
          unit={part.unit}
          onAdd={(p) => change({ touches: [...draft.touches, p] })}
          onDrop={() => change({ touches: draft.touches.slice(0, -1) })}
          onTake={mill && takeTouch}
          blocked={no}
        />
      )}
      {worked.map(({ found, record }, i) => (
        <Result key={i} {...props} record={record} found={found} predicted={predicted} />
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
      <Kept {...props} />
    </div>
  )
}

const planWords = (part: Part, planned: FindPaneProps['planned'], axis: Axis): string => {
  const pickup = planned.setup.zero[axis]
  switch (pickup.kind) {
    case 'fixture':
      return { x: 'the stop', y: 'the jaw', z: 'the parallels' }[axis]
    case 'both-sides':
      return 'both sides'
    case 'bore':
      return refLabel(part, pickup.feature)
    default:
      return refLabel(part, pickup.surface)
  }
}

interface ResultProps extends FindPaneProps {
  readonly record: ZeroRecord
  readonly found: ReturnType<typeof foundZero>
}

/** What the readings come to, against what was predicted, with what is suspicious about them. */
function Result({ found, part, planned, predicted, record, workshop }: ResultProps) {
  if (!found.ok)
    return (
      <p role="alert" className="rounded-lg border-l-4 border-red bg-red-wash px-3 py-2">
        ▲ {found.issues[0].sentence}
      </p>
    )
  const { axes, diameter, slope, width } = found.value
  const doubts = doubtsOf(workshop, part, planned, record, found.value, predicted)
  const figure = (mm: number): string => printSpread(mm, part.unit)
  return (
    <section aria-label="What it comes to" className="rounded-lg border border-ink px-3 py-2">
      <ul>
        {AXES.map((axis) => {
          const at = axes[axis]
          const agrees = predicted && agreement(axis, found.value, predicted)
          return at ? (
            <li key={axis} className="figures">
              zero {axis.toUpperCase()} <b className="text-[18px]">{figure(at.at)}</b> ±
              {figure(at.plusMinus)}
              {agrees && (
                <span className={agrees.agrees ? 'text-green' : 'text-red'}>
                  {'  '}
                  {agrees.agrees ? '● as predicted' : '▲ not as predicted'},{' '}
                  {agrees.offMm < 0 ? '−' : '+'}
                  {figure(Math.abs(agrees.offMm))} of ±{figure(agrees.withinMm)}
                </span>
              )}
            </li>
          ) : null
        })}
        {width && (
          <li className="figures">
            width {figure(width.at)} ±{figure(width.plusMinus)}
          </li>
        )}
        {diameter && (
          <li className="figures">
            diameter {figure(diameter.at)} ±{figure(diameter.plusMinus)}
          </li>
        )}
        {slope && (
          <li className="figures">
            runs out {figure(slope.per100)} in 100, {printDegrees(slope.angleRad)}:{' '}
            {record.readings.kind === 'slope' && record.readings.answer === 'program'
              ? `turn the program by ${printDegrees(slope.angleRad)}`
              : `turn the part by ${printDegrees(-slope.angleRad)}`}
          </li>
        )}
      </ul>
      {planned.layout.machine.kind === 'manual' && (
        <p className="mt-1">
          Still standing {record.readings.kind === 'round' ? 'over its middle' : 'at the touch'}?
          Set the readout to{' '}
          <b className="figures">
            {Object.entries(readoutAtTouch(record.readings, found.value))
              .map(([axis, mm]) => `${axis.toUpperCase()} ${figure(mm)}`)
              .join(', ')}
          </b>
          , and it counts from zero.
        </p>
      )}
      {doubts.map((doubt) => (
        <p key={doubt.code + doubt.what} className="mt-1 border-l-4 border-ochre pl-2 text-[14px]">
          ◆ <b>{doubt.what}</b> {doubt.rest}
        </p>
      ))}
    </section>
  )
}

function Touches(props: {
  readonly draft: Draft
  readonly unit: 'mm' | 'inch'
  readonly blocked: string | undefined
  readonly onAdd: (p: { x: number; y: number }) => void
  readonly onDrop: () => void
  readonly onTake: (() => void) | undefined
}) {
  const { blocked, draft, onAdd, onDrop, onTake, unit } = props
  const [x, setX] = useState<{ mm: number; typed?: string | undefined }>()
  const [y, setY] = useState<{ mm: number; typed?: string | undefined }>()
  return (
    <div>
      <ol className="figures mb-1 grid grid-cols-2 gap-x-4 text-[14px]">
        {draft.touches.map((t, i) => (
          <li key={i}>
            {i + 1}: {printLength(t.x, unit)} {printLength(t.y, unit)}
          </li>
        ))}
      </ol>
      <div className="flex flex-wrap items-start gap-2">
        <div className="w-32">
          <QuantityField label="X of the touch" unit={unit} value={x} onChange={setX} />
        </div>
        <div className="w-32">
          <QuantityField label="Y of the touch" unit={unit} value={y} onChange={setY} />
        </div>
        <button
          type="button"
          className="button mt-[18px]"
          disabled={!x || !y}
          onClick={() => {
            if (!x || !y) return
            onAdd({ x: x.mm, y: y.mm })
            setX(undefined)
            setY(undefined)
          }}
        >
          Add touch
        </button>
        {onTake && (
          <button
            type="button"
            className="button mt-[18px]"
            disabled={blocked !== undefined}
            title={blocked}
            onClick={onTake}
          >
            Take touch
          </button>
        )}
        {draft.touches.length > 0 && (
          <button type="button" className="button quiet mt-[18px]" onClick={onDrop}>
            Drop the last
          </button>
        )}
      </div>
    </div>
  )
}

interface StoredZero {
  readonly fixture: KnownFixture
  readonly what: string
  readonly at: { readonly x: number; readonly y: number; readonly z: number } | undefined
  /** Why it gives no zero here. */
  readonly why?: string
}

/** What fixtures on the machine of this setup say of its zero: a plate its offsets, a vise what follows from it. */
function storedZeros({ analysis, fixtures, index, part, planned }: FindPaneProps): StoredZero[] {
  return fixtures
    .filter((fixture) => fixture.machine === planned.setup.machine)
    .flatMap((fixture): StoredZero[] => {
      if (!fixture.anchor)
        return fixture.offsets.map(({ at, offset, size }) => ({
          fixture,
          what: `${size}, ${offset}`,
          at,
        }))
      if (fixture.anchor.vise !== planned.setup.holding.vise) return []
      const predicted = predictZero(part, analysis, index, fixture.anchor)
      const what = 'from its stop, jaw and bed'
      if (!predicted.ok)
        return [{ fixture, what, at: undefined, why: predicted.issues[0].sentence }]
      const { x, y, z } = predicted.value.axes
      return [
        x && y && z
          ? { fixture, what, at: { x: x.at, y: y.at, z: z.at } }
          : {
              fixture,
              what,
              at: undefined,
              why: 'The stop is at the other end here: find X by touching.',
            },
      ]
    })
}

/** Offsets that fixtures on this machine have written down; one that was not checked is said to be so. */
function StoredChoice(props: FindPaneProps & { readonly who: string }) {
  const { onKeep, part, planned, who } = props
  const here = storedZeros(props)
  if (here.length === 0)
    return (
      <p className="text-soft">
        No fixture of the register says anything of this setup. Write one down under Fixtures.
      </p>
    )
  return (
    <ul className="flex flex-col gap-1.5">
      {here.map(({ at, fixture, what, why }) => (
        <li
          key={`${fixture.id} ${what}`}
          className="flex flex-wrap items-center gap-x-3 border-t border-faint py-1"
        >
          <span className="grow">
            <b>{fixture.name}</b>, {what}{' '}
            <span className="figures text-[14px] text-soft">
              {at && AXES.map((axis) => printLength(at[axis], part.unit)).join(' ')}
            </span>
            {why && <span className="block text-[13px] text-soft">{why}</span>}
            {!fixture.trusted && (
              <span className="block text-[13px] text-red">
                ▲ not checked since it was put on: check it under Fixtures first
              </span>
            )}
          </span>
          <button
            type="button"
            className="button"
            disabled={!at || !fixture.trusted || who === ''}
            onClick={() =>
              at &&
              onKeep(
                {
                  readings: {
                    kind: 'stored',
                    fixture: `${fixture.name}, ${what}`.slice(0, 80),
                    at: { ...at },
                    knownMm: fixture.knownMm,
                  },
                  instrument: '',
                  source: 'typed',
                  stood: standingMark(planned.setup),
                },
                who,
              )
            }
          >
            Take it
          </button>
        </li>
      ))}
    </ul>
  )
}

/** What was kept for this setup, the newest first. */
function Kept(props: FindPaneProps) {
  const { onWithdraw, part, planned, records, workshop } = props
  if (records.length === 0)
    return (
      <p className="mt-1 border-t border-faint pt-2 text-[14px] text-soft">
        Nothing has been kept for this setup yet. Type readings, or take them from the mill; what
        they come to is shown before it is kept.
      </p>
    )
  return (
    <section aria-label="Kept readings" className="mt-1 border-t border-faint pt-2">
      <h2 className="mb-1 font-bold">Kept</h2>
      <ul>
        {[...records].reverse().map(({ id, record, takenAt, who }) => {
          const found = foundZero(workshop, part, planned, record)
          const refs = refsOfReadings(record.readings)
          return (
            <li key={id} className="flex items-start gap-2 border-t border-faint py-1 text-[14px]">
              <span className="grow">
                <b>
                  {KIND_WORDS[record.readings.kind]}
                  {refs.length > 0 && `: ${refs.map((ref) => refLabel(part, ref)).join(', ')}`}
                </b>{' '}
                <span className="figures">
                  {found.ok
                    ? AXES.flatMap((axis) => {
                        const at = found.value.axes[axis]
                        return at
                          ? [
                              `${axis.toUpperCase()} ${printLength(at.at, part.unit)} ±${printSpread(at.plusMinus, part.unit)}`,
                            ]
                          : []
                      }).join('  ')
                    : `▲ ${found.issues[0].sentence}`}
                </span>
                <span className="block text-[13px] text-soft">
                  {who},{' '}
                  <time dateTime={takenAt}>{takenAt.slice(0, 16).replace('T', ' ')} UTC</time>
                  {record.source === 'mill' ? ', from the stand-in mill' : ', typed'}
                  {workshop.instruments.find((t) => t.id === record.instrument)
                    ? `, ${workshop.instruments.find((t) => t.id === record.instrument)?.name.toLowerCase() ?? ''}`
                    : ''}
                </span>
              </span>
              <button
                type="button"
                className="button quiet"
                aria-label="Withdraw these readings"
                onClick={() => onWithdraw(id)}
              >
                <Undo2 className="size-4" aria-hidden />
              </button>
            </li>
          )
        })}
      </ul>
    </section>
  )
}

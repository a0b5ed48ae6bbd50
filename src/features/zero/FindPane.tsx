'use client'

import { AXES } from '@/core/ground/geometry'
import { Choice, TextField } from '@/ui/fields'
import { QuantityField } from '@/ui/QuantityField'
import { KeptReadings } from './KeptReadings'
import { approachWords, fieldsOf, KIND_WORDS, kindsFor, planWords } from './readingsForm'
import { ReadingsResult } from './ReadingsResult'
import { StoredChoice } from './StoredChoice'
import { TouchList } from './TouchList'
import { type Finding, type FindPaneProps, useFinding } from './useFinding'

type Parts = FindPaneProps & { readonly finding: Finding }

/** Finding zero as a guided record: what is touched, with what, what was read; worked out as it is typed. */
export function FindPane(props: FindPaneProps) {
  const finding = useFinding(props)
  const { blocked, change, draft, fit, worked } = finding
  const isStored = draft.kind === 'stored'
  return (
    <div className="flex flex-col gap-2">
      <PlanAsks {...props} finding={finding} />
      <HowFound {...props} finding={finding} />
      {(fit.first.length > 0 || draft.kind === 'ball') && (
        <p className="text-[14px] text-soft">
          {approachWords(draft, finding.first, finding.second)}
        </p>
      )}
      {fit.first.length === 0 && !isStored && draft.kind !== 'ball' && (
        <p className="text-soft">Nothing on this part can be found so as it stands.</p>
      )}
      {isStored ? (
        <StoredChoice {...props} who={finding.who} />
      ) : (
        <Numbers {...props} finding={finding} />
      )}
      {draft.kind === 'round' && (
        <TouchList
          touches={draft.touches}
          unit={props.part.unit}
          onAdd={(p) => change({ touches: [...draft.touches, p] })}
          onDrop={() => change({ touches: draft.touches.slice(0, -1) })}
          onTake={props.mill && finding.takeTouch}
          blocked={blocked}
        />
      )}
      {worked.map(({ found, record }, i) => (
        <ReadingsResult key={i} {...props} record={record} found={found} />
      ))}
      {!isStored && <Keep finding={finding} />}
      {props.sentence && (
        <p role="status" className="rounded-lg border-l-4 border-yellow bg-ochre-wash px-3 py-2">
          {props.sentence}
        </p>
      )}
      <KeptReadings {...props} onWithdraw={(id) => props.onWithdraw(id, finding.who)} />
    </div>
  )
}

function PlanAsks({ finding, part, planned }: Parts) {
  return (
    <div className="flex flex-wrap items-center gap-2 text-[14px]">
      <span className="text-soft">The plan asks for</span>
      {AXES.map((axis) => (
        <button
          key={axis}
          type="button"
          className="button quiet"
          onClick={() => finding.beginWith(axis)}
        >
          {axis.toUpperCase()}: {planWords(part, planned, axis)}
        </button>
      ))}
    </div>
  )
}

/** Where the wall of a corner lies, by the way that the spindle moves to it. */
const WALLS = {
  x: [
    { value: '-', label: 'to the left, at the stop' },
    { value: '+', label: 'to the right' },
  ],
  y: [
    { value: '+', label: 'at the back, the fixed jaw' },
    { value: '-', label: 'at the front' },
  ],
} as const

/** What is found, on what, with what. */
function HowFound({ finding, planned, workshop }: Parts) {
  const { change, draft, fit } = finding
  return (
    <div className="grid grid-cols-2 gap-x-3 gap-y-1">
      <Choice
        label="How it is found"
        value={draft.kind}
        options={kindsFor(planned).map((kind) => ({ value: kind, label: KIND_WORDS[kind] }))}
        onChange={finding.pickKind}
      />
      {draft.kind !== 'stored' && (
        <Choice
          label="With"
          value={finding.instrumentId}
          options={workshop.instruments.map((t) => ({ value: t.id, label: t.name }))}
          onChange={finding.setInstrument}
        />
      )}
      {fit.first.length > 0 && (
        <Choice
          label={draft.kind === 'corner' ? 'Edge for X' : 'Touched'}
          value={draft.surface}
          options={fit.first}
          onChange={finding.pickSurface}
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
      {draft.kind === 'ball' && (
        <Choice
          label="The wall lies"
          value={draft.wall}
          options={WALLS[draft.over]}
          onChange={(wall) => change({ wall })}
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
  )
}

/** What was read, typed or taken from the mill. */
function Numbers({ finding, mill, part }: Parts) {
  const { blocked, draft, instrument } = finding
  return (
    <div className="grid grid-cols-2 gap-x-3">
      {finding.needsTip && (
        <QuantityField
          label="Tip diameter"
          unit={part.unit}
          value={draft.numbers.tip ?? (instrument?.tip ? { mm: instrument.tip } : undefined)}
          onChange={(tip) => finding.change({ numbers: { ...draft.numbers, tip } })}
        />
      )}
      {fieldsOf(draft, finding.first).map((field) => (
        <div key={field.key} className="flex items-start gap-1.5">
          <div className="grow">
            <QuantityField
              label={field.label}
              unit={part.unit}
              value={draft.numbers[field.key]}
              onChange={(value) => finding.type(field.key, value)}
            />
          </div>
          {mill && field.take && (
            <button
              type="button"
              className="button mt-[18px]"
              disabled={blocked !== undefined}
              title={
                blocked ??
                `Take ${field.take === 'dial' ? 'the dial' : field.take.toUpperCase()} as the mill shows it`
              }
              onClick={() => finding.take(field)}
            >
              Take
            </button>
          )}
        </div>
      ))}
    </div>
  )
}

function Keep({ finding }: { readonly finding: Finding }) {
  const { canKeep, keep, setWho, who, worked } = finding
  return (
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
  )
}

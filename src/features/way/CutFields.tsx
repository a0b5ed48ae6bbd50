'use client'

import { cutText } from '@/core/ground/issues'
import { ArrowDown, ArrowUp } from 'lucide-react'
import { Popover } from 'radix-ui'
import {
  allRequirements,
  directionWords,
  type Part,
  refLabel,
  requirementTitle,
  SIDES,
} from '@/core/work/part'
import {
  cutsInReach,
  isReached,
  type PlannedSetup,
  usualCutter,
  wantedCuts,
} from '@/core/plan/planning'
import { changeOp, moveOp, type Op, roughBefore, type Setup, tickCut } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'
import { Choice, TextField, Tick } from '@/ui/fields'
import { QuantityField } from '@/ui/QuantityField'

interface CutFieldsProps {
  readonly part: Part
  readonly planned: PlannedSetup
  readonly workshop: Workshop
  /** What no setup of the way cuts yet. */
  readonly uncut: ReadonlySet<string>
  readonly isPicking: boolean
  readonly onPicking: (picking: boolean) => void
  readonly onChange: (change: (setup: Setup) => Setup) => void
}

/** Which faces and features are cut here, in what order, with what; and the hold points. */
export default function CutFields({
  isPicking,
  onChange,
  onPicking,
  part,
  planned,
  uncut,
  workshop,
}: CutFieldsProps) {
  const { before, setup, standing } = planned
  const all = wantedCuts(part)
  const dangling = setup.ops
    .map((op) => op.feature)
    .filter((ref) => !all.includes(ref) && !(SIDES as readonly string[]).includes(ref))
  const refs = [
    ...all.filter((ref) => isReached(planned, ref) || setup.ops.some((op) => op.feature === ref)),
    ...new Set(dangling),
  ]
  const open = cutsInReach(planned).filter((ref) => uncut.has(ref))
  const hidden = all.length - (refs.length - new Set(dangling).size)
  return (
    <>
      <div className="mb-2 flex flex-wrap gap-2">
        <button
          type="button"
          className="button"
          disabled={open.length === 0}
          onClick={() =>
            onChange((s) =>
              open.reduce((now, ref) => tickCut(now, ref, true, usualCutter(planned, ref)), s),
            )
          }
        >
          {open.length === 0 ? 'Nothing more in reach' : `Take all in reach (${open.length})`}
        </button>
        <Popover.Close asChild>
          <button
            type="button"
            className="button quiet"
            aria-pressed={isPicking}
            onClick={() => onPicking(!isPicking)}
          >
            {isPicking ? 'End picking' : 'Pick on the picture'}
          </button>
        </Popover.Close>
      </div>
      <div className="grid grid-cols-2 gap-x-4">
        {refs.map((ref) => {
          const done = before.cut.get(ref)
          return (
            <Tick
              key={ref}
              checked={setup.ops.some((op) => op.feature === ref)}
              label={`${refLabel(part, ref)}${done ? ` (cut in ${done.setup + 1})` : ''}`}
              onChange={(ticked) =>
                onChange((s) => tickCut(s, ref, ticked, usualCutter(planned, ref)))
              }
            />
          )
        })}
      </div>
      {hidden > 0 && (
        <p className="text-[13px] text-soft">
          {hidden} more cannot be reached with{' '}
          {directionWords(part, standing.setupFromPart.rows[2])} up.
        </p>
      )}
      {setup.ops.length > 0 && <h3 className="mt-2 font-bold">In this order</h3>}
      <ol>
        {setup.ops.map((op, i) => (
          <OpRow
            key={op.id}
            part={part}
            op={op}
            first={i === 0}
            last={i === setup.ops.length - 1}
            workshop={workshop}
            onChange={onChange}
          />
        ))}
      </ol>
    </>
  )
}

interface OpRowProps {
  readonly part: Part
  readonly op: Op
  readonly first: boolean
  readonly last: boolean
  readonly workshop: Workshop
  readonly onChange: CutFieldsProps['onChange']
}

function OpRow({ first, last, onChange, op, part, workshop }: OpRowProps) {
  const change = (next: (op: Op) => Op) => onChange((s) => changeOp(s, op.id, next))
  const settled = allRequirements(part).filter((r) =>
    [r.of, ...('to' in r ? [r.to] : 'datums' in r ? r.datums : [])].some(
      (ref) => ref.split('.')[0] === op.feature,
    ),
  )
  return (
    <li className="border-t border-faint py-1.5">
      <div className="flex items-end gap-2">
        <span className="grow pb-1.5">
          <strong>{refLabel(part, op.feature)}</strong>
          {op.pass === 'rough' ? ', rough' : ''}
        </span>
        <div className="w-40">
          <Choice
            label="Cutter"
            value={op.cutter ?? ''}
            options={[
              { value: '', label: 'not chosen' },
              ...workshop.cutters.map((c) => ({ value: c.id, label: c.name })),
            ]}
            onChange={(cutter) =>
              change(({ cutter: _old, ...rest }) => (cutter === '' ? rest : { ...rest, cutter }))
            }
          />
        </div>
        <button
          type="button"
          className="button quiet"
          disabled={first}
          aria-label="Earlier"
          onClick={() => onChange((s) => moveOp(s, op.id, -1))}
        >
          <ArrowUp className="size-4" aria-hidden />
        </button>
        <button
          type="button"
          className="button quiet"
          disabled={last}
          aria-label="Later"
          onClick={() => onChange((s) => moveOp(s, op.id, 1))}
        >
          <ArrowDown className="size-4" aria-hidden />
        </button>
      </div>
      <div className="flex flex-wrap items-end gap-3">
        {op.pass === 'rough' && (
          <div className="w-40">
            <QuantityField
              label="Leave on"
              value={op.leave}
              unit={part.unit}
              onChange={(leave) => change((o) => ({ ...o, leave }))}
            />
          </div>
        )}
        <Tick
          label="Hold point after it"
          checked={op.hold !== undefined}
          onChange={(held) =>
            change(({ hold: _old, ...rest }) =>
              held
                ? {
                    ...rest,
                    hold: {
                      note: 'Measure before going on.',
                      check: settled.map((r) => r.id).slice(0, 20),
                    },
                  }
                : rest,
            )
          }
        />
        {op.pass === 'finish' && (
          <button
            type="button"
            className="button quiet text-[14px]"
            onClick={() => onChange((s) => roughBefore(s, op.id, 0.3))}
          >
            Rough it first
          </button>
        )}
      </div>
      {op.hold && (
        <div className="pl-6">
          <TextField
            label="What to do there"
            value={op.hold.note}
            onChange={(note) =>
              change((o) => (o.hold ? { ...o, hold: { ...o.hold, note: cutText(note, 200) } } : o))
            }
          />
          <p className="mt-1 text-[13px] text-soft">
            Checks{' '}
            {settled
              .filter((r) => op.hold?.check.includes(r.id))
              .map((r) => requirementTitle(part, r))
              .join(', ') || 'nothing of the drawing'}
            .
          </p>
        </div>
      )}
    </li>
  )
}

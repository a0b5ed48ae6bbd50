'use client'

import { type DrillingPlan, type ToolStage } from '@/core/plan/drilling'
import { type LengthUnit, printLength, printNumber, unitSign } from '@/core/handbook/units'
import { type Drilling } from '@/core/plan/way'
import { Choice } from '@/ui/fields'
import { QuantityField } from '@/ui/QuantityField'

interface ToolsPaneProps {
  readonly plan: DrillingPlan
  readonly drilling: Drilling | undefined
  readonly unit: LengthUnit
  readonly chosen: string | undefined
  readonly onChoose: (stage: string | undefined) => void
  readonly onChange: (drilling: Drilling) => void
}

/** The tools in order, each with its holes, depth, pecks and path; and how they are told to work. */
export function ToolsPane({ chosen, drilling, onChange, onChoose, plan, unit }: ToolsPaneProps) {
  const { rules, stages } = plan
  const saved = stages.reduce((sum, s) => sum + s.listedPathMm - s.pathMm, 0)
  const whole = stages.reduce((sum, s) => sum + s.listedPathMm, 0)
  const word = unitSign(unit)
  return (
    <div className="min-h-0 grow overflow-auto" tabIndex={0} role="region" aria-label="Tools">
      <ol>
        {stages.map((stage) => (
          <li key={stage.id} className="border-b border-faint">
            <button
              type="button"
              aria-pressed={stage.id === chosen}
              className={`grid w-full cursor-pointer grid-cols-[2.2rem_1fr_auto] items-baseline gap-x-2 px-3 py-1.5 text-left ${stage.id === chosen ? 'bg-tint' : 'hover:bg-wash'}`}
              onClick={() => onChoose(stage.id === chosen ? undefined : stage.id)}
            >
              <span className="figures font-bold">T{stage.tool}</span>
              <span>
                <b>{stage.name}</b>
                <span className="block text-[13px] text-soft">{stageWords(stage, unit)}</span>
              </span>
              <span className="text-right">
                <span className="figures">{stage.cuts.length}</span>{' '}
                {stage.cuts.length === 1 ? 'hole' : 'holes'}
                <span className="figures block text-[13px] text-soft">
                  {printNumber(stage.speed, 0)} rev/min · {printLength(stage.feed, unit)} {word}/min
                </span>
              </span>
            </button>
          </li>
        ))}
      </ol>
      {stages.length === 0 && (
        <p className="p-4 text-soft">
          No hole is made in this setup. Tick the holes under “Cut here” in the way, and their tools
          are put in order here.
        </p>
      )}
      {stages.length > 0 && (
        <p className="px-3 py-2">
          The short path saves{' '}
          <b className="figures">
            {wholeLength(saved, unit)} {word}
          </b>{' '}
          of {wholeLength(whole, unit)} {word} between holes, against the order of the list. Tap a
          tool to see its way.
        </p>
      )}
      {plan.left.map((sentence) => (
        <p key={sentence} className="px-3 pb-2 text-ochre">
          <span aria-hidden>◆</span> {sentence}
        </p>
      ))}
      <fieldset className="border-t border-faint px-3 py-2">
        <legend className="sr-only">How the holes are made</legend>
        <div className="grid grid-cols-2 gap-x-3 sm:grid-cols-3">
          <Given
            label="Spot up to"
            value={drilling?.spot}
            usual={rules.spotMm}
            unit={unit}
            onChange={(spot) => onChange({ ...drilling, spot })}
          />{' '}
          <Given
            label="Clear above the work"
            value={drilling?.clear}
            usual={rules.clearMm}
            unit={unit}
            onChange={(clear) => onChange({ ...drilling, clear })}
          />{' '}
          <Given
            label="Feed from above the mouth"
            value={drilling?.near}
            usual={rules.nearMm}
            unit={unit}
            onChange={(near) => onChange({ ...drilling, near })}
          />{' '}
          <Given
            label="Past the far face"
            value={drilling?.past}
            usual={rules.pastMm}
            unit={unit}
            onChange={(past) => onChange({ ...drilling, past })}
          />{' '}
          <Choice
            label="Taps"
            value={rules.tap}
            options={[
              { value: 'spiral flute', label: 'spiral flute, chamfer before' },
              { value: 'spiral point', label: 'spiral point, chamfer after' },
            ]}
            onChange={(tap) => onChange({ ...drilling, tap })}
          />
          <Choice
            label="Pecks"
            value={rules.chips}
            options={[
              { value: 'break', label: 'break the chip' },
              { value: 'full', label: 'right out' },
            ]}
            onChange={(chips) => onChange({ ...drilling, chips })}
          />
        </div>
      </fieldset>
      <p className="px-3 pb-3 text-[13px] text-ochre">
        <span aria-hidden>◆</span> Speeds and feeds for {plan.material} are starting figures (common
        practice). The machine’s, cutter’s and holder’s own limits decide.
      </p>
    </div>
  )
}

/** A path, which nobody reads to the thousandth. */
const wholeLength = (mm: number, unit: LengthUnit): string =>
  unit === 'mm' ? printNumber(mm, 0) : printNumber(mm / 25.4, 1)

function Given(props: {
  readonly label: string
  readonly value: { readonly mm: number; readonly typed?: string | undefined } | undefined
  readonly usual: number
  readonly unit: LengthUnit
  readonly onChange: (value: { mm: number; typed?: string | undefined }) => void
}) {
  const { label, onChange, unit, usual, value } = props
  return (
    <QuantityField label={label} unit={unit} value={value ?? { mm: usual }} onChange={onChange} />
  )
}

function stageWords(stage: ToolStage, unit: LengthUnit): string {
  const depths = [...new Set(stage.cuts.map((cut) => printLength(cut.mouthZ - cut.tipZ, unit)))]
  const peck = stage.cuts.find((cut) => cut.peck.kind !== 'none')?.peck
  const pecks =
    peck === undefined
      ? ''
      : peck.kind === 'break'
        ? `, breaks the chip every ${printLength(peck.stepMm, unit)}`
        : `, right out every ${printLength(peck.stepMm, unit)}`
  const mills = stage.millsMm === undefined ? '' : ` round to ${printLength(stage.millsMm, unit)}`
  return `tip ${depths.slice(0, 3).join(', ')}${depths.length > 3 ? ' …' : ''} below the mouth${mills}${pecks}`
}

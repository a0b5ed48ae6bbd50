'use client'

import { Link2, MessageSquareText, Trash2 } from 'lucide-react'
import { type Feature, featureLabel, hasWalls, type Part } from '@/core/work/part'
import { Choice, TextField } from '@/ui/fields'
import { QuantityField } from '@/ui/QuantityField'
import { BoughtFields } from './BoughtFields'
import { lengthSlots } from './featureFields'

interface FeaturePanelProps {
  readonly part: Part
  readonly feature: Feature
  readonly onChange: (feature: Feature) => void
  readonly onSayAgain: () => void
  readonly onTie: () => void
  readonly onRemove: () => void
}

/** Everything that a sentence can say of a feature, by pointing and editing. */
export function FeaturePanel({
  feature,
  onChange,
  onRemove,
  onSayAgain,
  onTie,
  part,
}: FeaturePanelProps) {
  const { unit } = part
  return (
    <section aria-label="Feature" className="border-b border-faint p-3">
      <h2 className="mb-2 text-[16px] font-bold">{featureLabel(feature)}</h2>
      <div className="grid grid-cols-2 gap-x-3">
        <TextField
          label="Called"
          value={feature.name ?? ''}
          onChange={(name) => {
            const { name: _old, ...rest } = feature
            onChange((name.trim() === '' ? rest : { ...feature, name: name.trim() }) as Feature)
          }}
        />
        {'extent' in feature && (
          <Choice
            label="Goes"
            value={feature.extent.kind}
            options={[
              { value: 'through', label: 'through' },
              { value: 'deep', label: 'to a depth' },
              { value: 'open', label: 'not said yet' },
            ]}
            onChange={(kind) =>
              onChange({
                ...feature,
                extent: kind === 'deep' ? { kind, depth: { mm: 10 } } : { kind },
              } as Feature)
            }
          />
        )}
        {lengthSlots(feature).map((slot) => (
          <QuantityField
            key={slot.label}
            label={slot.label}
            value={slot.value}
            unit={unit}
            onChange={(value) => onChange(slot.set(value))}
          />
        ))}
        {feature.place.dims.map((dim, i) => (
          <QuantityField
            key={dim.from}
            label={`From ${part.faces[dim.from].name}`}
            value={dim.at}
            unit={unit}
            onChange={(at) =>
              onChange({
                ...feature,
                place: {
                  ...feature.place,
                  dims: feature.place.dims.map((d, k) => (k === i ? { ...d, at } : d)),
                },
              })
            }
          />
        ))}
        {feature.place.dims.map((dim, i) => (
          <QuantityField
            key={`${dim.from} ±`}
            label={`± from ${part.faces[dim.from].name}`}
            value={dim.plusMinus}
            unit={unit}
            hint="none"
            onChange={(plusMinus) =>
              onChange({
                ...feature,
                place: {
                  ...feature.place,
                  dims: feature.place.dims.map((d, k) => (k === i ? { ...d, plusMinus } : d)),
                },
              })
            }
            onClear={() =>
              onChange({
                ...feature,
                place: {
                  ...feature.place,
                  dims: feature.place.dims.map((d, k) =>
                    k === i ? { ...d, plusMinus: undefined } : d,
                  ),
                },
              })
            }
          />
        ))}
        <BoughtFields
          bought={feature.bought}
          canPart={hasWalls(feature)}
          unit={unit}
          onChange={(bought) => onChange({ ...feature, bought })}
          onNone={() => {
            const { bought: _old, ...rest } = feature
            onChange(rest as Feature)
          }}
        />
      </div>
      <div className="flex flex-wrap gap-2">
        <button type="button" className="button" onClick={onTie}>
          <Link2 className="size-4" aria-hidden /> Tie to …
        </button>
        <button type="button" className="button quiet" onClick={onSayAgain}>
          <MessageSquareText className="size-4" aria-hidden /> Say it again
        </button>
        <button type="button" className="button quiet" onClick={onRemove}>
          <Trash2 className="size-4" aria-hidden /> Take off
        </button>
      </div>
    </section>
  )
}

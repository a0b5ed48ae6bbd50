import { Choice, TextField } from '@/ui/fields'
import { QuantityField } from '@/ui/QuantityField'
import { type GearField, readPath, writePath } from './gearFields'

interface GearFieldsProps {
  readonly item: unknown
  readonly fields: readonly GearField[]
  readonly onSave: (next: unknown) => Promise<void>
}

/** The figures of one item, each saved as it is left. */
export function GearFields({ fields, item, onSave }: GearFieldsProps) {
  return (
    <div className="grid grid-cols-2 gap-x-4 gap-y-1 sm:grid-cols-3">
      {fields.map((field) => {
        const value = readPath(item, field.path)
        const put = (next: unknown): void => void onSave(writePath(item, field.path, next))
        if (field.kind === 'text' || field.kind === 'number')
          return (
            <TextField
              key={field.path}
              label={field.label}
              value={value === undefined ? '' : String(value)}
              onChange={(text) =>
                put(field.kind === 'text' ? text : text.trim() === '' ? undefined : Number(text))
              }
            />
          )
        if (field.kind === 'length')
          return (
            <QuantityField
              key={field.path}
              label={field.label}
              unit="mm"
              hint={field.hint}
              value={typeof value === 'number' ? { mm: value } : undefined}
              onChange={({ mm }) => put(mm)}
              {...(field.optional ? { onClear: () => put(undefined) } : {})}
            />
          )
        return (
          <Choice
            key={field.path}
            label={field.label}
            value={String(value)}
            options={field.kind.map((v) => ({ value: v, label: v }))}
            onChange={put}
          />
        )
      })}
    </div>
  )
}

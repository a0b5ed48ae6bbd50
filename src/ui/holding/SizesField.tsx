'use client'

import { useState } from 'react'
import { type LengthUnit, printLength } from '@/core/handbook/units'
import { type PlateSize } from '@/core/shop/holding'
import { TextField } from '../fields'
import { readSizes } from './readSizes'

interface SizesFieldProps {
  readonly label: string
  readonly sizes: readonly PlateSize[]
  readonly unit: LengthUnit
  readonly onChange: (sizes: readonly PlateSize[] | undefined) => void
}

/** Further sizes as a line: "80 × 50, 120 × 60"; what cannot be read changes nothing and says why. */
export function SizesField({ label, onChange, sizes, unit }: SizesFieldProps) {
  const [sentence, setSentence] = useState<string>()
  return (
    <div>
      <TextField
        label={label}
        value={sizes
          .map(({ deep, long }) => `${printLength(long.mm, unit)} × ${printLength(deep.mm, unit)}`)
          .join(', ')}
        onChange={(text) => {
          const read = readSizes(text, unit)
          setSentence(read.ok ? undefined : read.issues[0].sentence)
          if (read.ok) onChange(read.value.length > 0 ? read.value : undefined)
        }}
      />
      {sentence && (
        <p role="alert" className="text-[13px] text-red">
          {sentence}
        </p>
      )}
    </div>
  )
}

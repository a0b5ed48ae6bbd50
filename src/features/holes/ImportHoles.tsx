'use client'

import { Dialog } from 'radix-ui'
import { useMemo, useState } from 'react'
import { readPlaces } from '@/core/paper/formats'
import { type PlanePoint } from '@/core/ground/geometry'
import { type Part, planeOf, type Side, sizeAlong } from '@/core/work/part'
import { faceWord } from '@/core/work/say'
import { printLength } from '@/core/handbook/units'
import { send } from '@/ui/api'
import { DialogSheet } from '@/ui/DialogSheet'
import { Choice, Tick } from '@/ui/fields'
import { addGroups } from './compose'

/** What the server read of a drawing; its unit and layers are still to be chosen. */
interface Drawing {
  readonly unitMm?: number | undefined
  readonly layers: readonly { readonly name: string; readonly count: number }[]
  readonly holes: readonly {
    readonly x: number
    readonly y: number
    readonly diameter?: number | undefined
    readonly layer: string
  }[]
  readonly skipped: readonly {
    readonly kind: string
    readonly layer: string
    readonly count: number
  }[]
}

interface Found {
  readonly label: string
  readonly what: string
  readonly places: readonly PlanePoint[]
}

interface ImportHolesProps {
  readonly part: Part
  readonly up: Side
  readonly open: boolean
  readonly onOpenChange: (open: boolean) => void
  readonly onAdd: (part: Part, added: readonly string[]) => void
}

/** Takes places from a spreadsheet, a CSV file or a DXF drawing; shows what it found before anything is added. */
export function ImportHoles({ onAdd, onOpenChange, open, part, up }: ImportHolesProps) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <DialogSheet
        title={`Holes on ${faceWord(part, up)} from a table or a drawing`}
        description="Two columns from a spreadsheet, a CSV file, or the circles and points of a DXF file."
        wide
      >
        <Import part={part} up={up} onAdd={onAdd} />
      </DialogSheet>
    </Dialog.Root>
  )
}

function Import({ onAdd, part, up }: Pick<ImportHolesProps, 'onAdd' | 'part' | 'up'>) {
  const [text, setText] = useState('')
  const [drawing, setDrawing] = useState<Drawing>()
  const [layers, setLayers] = useState<ReadonlySet<string>>(new Set())
  const [unit, setUnit] = useState<'1' | '25.4' | ''>('')
  const [origin, setOrigin] = useState<'corner' | 'centre'>('corner')
  const [whats, setWhats] = useState<Readonly<Record<string, string>>>({})
  const [sentence, setSentence] = useState<string>()
  const [reading, setReading] = useState<{ readonly megabytes: string; readonly sent: number }>()
  const unitMm = drawing?.unitMm ?? (unit === '' ? undefined : Number(unit))

  const table = useMemo(
    () => (text.trim() === '' || drawing ? undefined : readPlaces(text, part.unit)),
    [drawing, part.unit, text],
  )
  const found = useMemo(() => {
    if (drawing) return unitMm === undefined ? [] : grouped(drawing, layers, unitMm)
    return table?.ok
      ? [{ label: `${table.value.length} places`, what: 'M6 through', places: table.value }]
      : []
  }, [drawing, layers, table, unitMm])

  const onFile = async (file: File | undefined): Promise<void> => {
    if (!file) return
    setSentence(undefined)
    const content = await file.text()
    if (!/\.dxf$/i.test(file.name)) {
      setDrawing(undefined)
      return setText(content)
    }
    const megabytes = (content.length / 1e6).toFixed(1)
    setReading({ megabytes, sent: 0 })
    const answer = await send<Drawing>('/api/dxf', content, (sent) =>
      setReading({ megabytes, sent }),
    )
    setReading(undefined)
    if (answer.kind === 'done') {
      setText('')
      setDrawing(answer.data)
      setLayers(new Set(answer.data.layers.map((layer) => layer.name)))
    } else {
      setDrawing(undefined)
      setSentence(
        answer.kind === 'refused'
          ? answer.issues[0]?.sentence
          : 'The server does not answer just now; nothing was read.',
      )
    }
  }
  const add = (): void => {
    const [u, v] = planeOf(up)
    const shift =
      origin === 'corner'
        ? { x: 0, y: 0 }
        : { x: sizeAlong(part, u) / 2, y: sizeAlong(part, v) / 2 }
    const groups = found.map(({ label, places, what }) => ({
      what: whats[label] ?? what,
      places: places.map((p) => ({ x: p.x + shift.x, y: p.y + shift.y })),
    }))
    const result = addGroups(part, up, groups)
    if ('sentence' in result) return setSentence(result.sentence)
    onAdd(result.part, result.added)
  }
  return (
    <div className="grid gap-3" aria-busy={reading !== undefined}>
      {reading && (
        <p role="status">
          {reading.sent < 1 ? 'Sending' : 'Reading'} {reading.megabytes} MB of drawing …{' '}
          {reading.sent < 1 && <progress value={reading.sent} aria-label="Sent so far" />}
        </p>
      )}
      <div className="grid gap-3 sm:grid-cols-2">
        <div>
          <label className="block text-[13px] text-soft" htmlFor="import-table">
            Paste two columns, X and Y
          </label>
          <textarea
            id="import-table"
            className="field figures h-28"
            value={text}
            placeholder={'20\t15\n48,5\t15'}
            onChange={(event) => {
              setDrawing(undefined)
              setSentence(undefined)
              setText(event.target.value)
            }}
          />
        </div>
        <div>
          <label className="block text-[13px] text-soft" htmlFor="import-file">
            or a file, CSV or DXF
          </label>
          <input
            id="import-file"
            type="file"
            accept=".csv,.txt,.tsv,.dxf"
            className="field"
            onChange={(event) => void onFile(event.target.files?.[0])}
          />
          <div className="mt-2">
            <Choice
              label="Its origin lies at"
              value={origin}
              options={[
                { value: 'corner', label: 'the low corner of the face' },
                { value: 'centre', label: 'the centre of the face' },
              ]}
              onChange={setOrigin}
            />
          </div>
        </div>
      </div>
      {drawing && (
        <div className="grid gap-3 sm:grid-cols-2">
          <fieldset>
            <legend className="text-[13px] text-soft">Layers</legend>
            {drawing.layers.map(({ count, name }) => (
              <Tick
                key={name}
                label={`${name}, ${count}`}
                checked={layers.has(name)}
                onChange={(on) =>
                  setLayers(
                    (old) => new Set(on ? [...old, name] : [...old].filter((l) => l !== name)),
                  )
                }
              />
            ))}
            {drawing.layers.length === 0 && <p>The drawing has no circles and no points.</p>}
          </fieldset>
          <div>
            {drawing.unitMm === undefined ? (
              <Choice
                label="The drawing does not say its unit. It is in"
                value={unit}
                options={[
                  { value: '', label: 'choose' },
                  { value: '1', label: 'millimetres' },
                  { value: '25.4', label: 'inches' },
                ]}
                onChange={setUnit}
              />
            ) : (
              <p>One unit of the drawing is {drawing.unitMm} mm.</p>
            )}
            {drawing.skipped.length > 0 && (
              <p className="mt-2 text-[13px] text-ochre">
                <span aria-hidden>◆</span> Not read:{' '}
                {drawing.skipped
                  .slice(0, 8)
                  .map(({ count, kind, layer }) => `${count} × ${kind} on ${layer}`)
                  .join(', ')}
                {drawing.skipped.length > 8 ? ' and others' : ''}.
              </p>
            )}
          </div>
        </div>
      )}
      {table && !table.ok && (
        <ul className="text-red">
          {table.issues.slice(0, 5).map((issue) => (
            <li key={issue.sentence}>{issue.sentence}</li>
          ))}
        </ul>
      )}
      {found.map(({ label, places, what }) => (
        <div key={label} className="grid items-end gap-2 sm:grid-cols-[1fr_2fr]">
          <p>
            <b>{label}</b>
            <span className="figures block text-[13px] text-soft">
              {places
                .slice(0, 3)
                .map((p) => `${printLength(p.x, part.unit)}, ${printLength(p.y, part.unit)}`)
                .join(' · ')}
              {places.length > 3 ? ' …' : ''}
            </span>
          </p>
          <div>
            <label className="block text-[13px] text-soft" htmlFor={`what ${label}`}>
              What they are
            </label>
            <input
              id={`what ${label}`}
              className="field figures"
              value={whats[label] ?? what}
              onChange={(event) => setWhats((old) => ({ ...old, [label]: event.target.value }))}
            />
          </div>
        </div>
      ))}
      {sentence !== undefined && (
        <p role="alert" className="text-red">
          {sentence} Nothing was added.
        </p>
      )}
      <div>
        <button type="button" className="button main" disabled={found.length === 0} onClick={add}>
          Add {found.reduce((sum, group) => sum + group.places.length, 0)} holes
        </button>
      </div>
    </div>
  )
}

/** Circles of a size together, points together; a circle with a point in its middle counts once. */
function grouped(drawing: Drawing, layers: ReadonlySet<string>, unitMm: number): readonly Found[] {
  const groups = new Map<string, { what: string; places: PlanePoint[] }>()
  const chosen = drawing.holes.filter((hole) => layers.has(hole.layer))
  const key = (p: PlanePoint): string => `${(p.x * unitMm).toFixed(2)} ${(p.y * unitMm).toFixed(2)}`
  const middles = new Set(chosen.filter((h) => h.diameter !== undefined).map(key))
  for (const hole of chosen) {
    if (hole.diameter === undefined && middles.has(key(hole))) continue
    const size = hole.diameter === undefined ? undefined : printLength(hole.diameter * unitMm, 'mm')
    const label = size === undefined ? 'points' : `circles ⌀ ${size} mm`
    const group = groups.get(label) ?? {
      what: size === undefined ? 'M6 through' : `${size} mm through`,
      places: [],
    }
    group.places.push({ x: hole.x * unitMm, y: hole.y * unitMm })
    groups.set(label, group)
  }
  return [...groups].map(([label, { places, what }]) => ({
    label:
      places.length === 1
        ? label.replace('circles', 'circle').replace('points', 'point')
        : `${places.length} ${label}`,
    what,
    places,
  }))
}

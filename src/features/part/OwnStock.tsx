'use client'

import { useState } from 'react'
import { type Point, point } from '@/core/ground/geometry'
import { lengthWords } from '@/core/handbook/units'
import {
  cutFromSolid,
  type OwnStock as Stock,
  pastSide,
  shiftStock,
  type StockBody,
  type StockLie,
  usualLie,
} from '@/core/work/blank'
import { axisOf, type Part, type Side, signOf } from '@/core/work/part'
import { FileDrop } from '@/ui/bringing/FileDrop'
import { type BroughtIn } from '@/ui/bringing/types'
import { useBringing } from '@/ui/bringing/useBringing'
import { QuantityField } from '@/ui/QuantityField'
import { fetchFacets } from '@/workers/facets'

interface OwnStockProps {
  readonly part: Part
  readonly onChange: (part: Part) => void
}

/** The sides by which a stock is moved about its part. */
const MOVED: readonly Side[] = ['left', 'front', 'bottom']
const AXIS_LETTERS = ['X', 'Y', 'Z'] as const

/** A casting, a forging or a piece of profile as stock: a body of a file, how it lies about the part. */
export function OwnStock(props: OwnStockProps) {
  const { onChange, part } = props
  const [isOpen, setOpen] = useState(false)
  if (part.stock?.form === 'solid')
    return (
      <Laid
        {...props}
        stock={part.stock}
        onNone={() => {
          const { stock: _stock, ...rest } = part
          onChange(rest)
          setOpen(false)
        }}
      />
    )
  if (!isOpen)
    return (
      <button type="button" className="button quiet mt-1" onClick={() => setOpen(true)}>
        Casting, forging or profile from a file …
      </button>
    )
  return <Bring {...props} />
}

function Bring({ onChange, part }: OwnStockProps) {
  const bringing = useBringing()
  const { brought } = bringing
  const [sentence, setSentence] = useState<string>()
  const take = (file: BroughtIn, body: number): void =>
    void laid(part, { ...sourceOf(file, body) }, usualLie(part)).then((made) =>
      made ? onChange(made) : setSentence('Its solid did not come; try again.'),
    )
  if (brought.state !== 'done') return <FileDrop bringing={bringing} />
  const { file } = brought
  return (
    <>
      <p className="mb-1 text-[14px]">{file.name}: which body is the stock?</p>
      <ul className="flex flex-wrap gap-1.5">
        {file.bodies.map(({ report: { boundingBox, index } }) => (
          <li key={index}>
            <button type="button" className="button" onClick={() => take(file, index)}>
              {boundingBox.high
                .map((high, k) => lengthWords(high - (boundingBox.low[k] ?? 0), part.unit))
                .join(' × ')}
            </button>
          </li>
        ))}
      </ul>
      {sentence && <p role="alert">{sentence}</p>}
    </>
  )
}

type Source = Omit<StockBody, 'mesh'>

const sourceOf = (file: BroughtIn, body: number): Source => ({
  digest: file.digest,
  file: file.name,
  body,
  ...file.reading,
  volumeMm3: file.bodies[body]?.report.volumeMm3 ?? 0,
})

/** The part with that body about it; nothing where its facets cannot be had. */
async function laid(part: Part, source: Source, lie: StockLie): Promise<Part | undefined> {
  const mesh = await fetchFacets(source.digest, source.body)
  return mesh && cutFromSolid(part, { ...source, mesh }, lie)
}

function Laid({
  onChange,
  onNone,
  part,
  stock,
}: OwnStockProps & { readonly stock: Stock; readonly onNone: () => void }) {
  const { high, low } = stock
  const size = (['x', 'y', 'z'] as const).map((axis) =>
    lengthWords(high[axis] - low[axis], part.unit),
  )
  const again = (lie: StockLie): void => {
    // The volume that is kept is that of its true size; the file's own is wanted.
    const source = { ...stock, volumeMm3: stock.volumeMm3 / stock.times ** 3 }
    void laid(part, source, lie).then((made) => made && onChange(made))
  }
  const { rows, times } = stock
  return (
    <div className="mt-1 text-[14px]">
      <p className="mb-1">
        <strong>{stock.file}</strong>: {size.join(' × ')}, {cm3(stock.volumeMm3)} cm³.
      </p>
      <div className="grid grid-cols-3 gap-x-3">
        {MOVED.map((side) => (
          <QuantityField
            key={side}
            label={`Past ${part.faces[side].name}`}
            value={{ mm: pastSide(part, stock, side) }}
            unit={part.unit}
            onChange={({ mm }) =>
              onChange(shiftStock(part, stock, outward(side, mm - pastSide(part, stock, side))))
            }
          />
        ))}
      </div>
      <p className="mb-1.5 text-soft">
        Past the sides across from them:{' '}
        {(['right', 'back', 'top'] as const)
          .map((side) => lengthWords(pastSide(part, stock, side), part.unit))
          .join(', ')}
        .
      </p>
      <div className="flex flex-wrap gap-1.5">
        {AXIS_LETTERS.map((letter, axis) => (
          <button
            key={letter}
            type="button"
            className="button quiet"
            onClick={() => again({ times, rows: quarterTurn(rows, axis) })}
          >
            Turn about {letter}
          </button>
        ))}
        <button type="button" className="button quiet" onClick={() => again({ rows, times })}>
          To the middle
        </button>
        {part.model && (
          <button
            type="button"
            className="button quiet"
            onClick={() => again({ ...usualLie(part), shift: part.model?.shift })}
          >
            As the part’s file lies
          </button>
        )}
        <button type="button" className="button quiet" onClick={onNone}>
          A block again
        </button>
      </div>
    </div>
  )
}

const cm3 = (mm3: number): string =>
  mm3 < 1e5 ? String(Number((mm3 / 1000).toPrecision(3))) : String(Math.round(mm3 / 1000))

function outward(side: Side, mm: number): Point<'part'> {
  return { ...point<'part'>(0, 0, 0), [axisOf(side)]: signOf(side) * mm }
}

/** The axes of the part in those of the file, after a quarter turn of the stock about one of them. */
function quarterTurn(rows: Stock['rows'], axis: number): Stock['rows'] {
  const turned: [Stock['rows'][0], Stock['rows'][1], Stock['rows'][2]] = [...rows]
  const [a, b] = [(axis + 1) % 3, (axis + 2) % 3]
  const { x, y, z } = rows[b] as Stock['rows'][0]
  turned[a] = { x: -x, y: -y, z: -z }
  turned[b] = rows[a] as Stock['rows'][0]
  return turned
}

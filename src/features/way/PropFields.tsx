'use client'

import { locatorPlane } from '@/core/shop/holding'
import { type Part } from '@/core/work/part'
import { type PlannedSetup } from '@/core/plan/planning'
import { putProp, type Setup, takeProp } from '@/core/plan/way'
import { QuantityField } from '@/ui/QuantityField'

interface PropFieldsProps {
  readonly part: Part
  readonly planned: PlannedSetup
  readonly onPoint: (ref: string | undefined) => void
  readonly onChange: (change: (setup: Setup) => Setup) => void
}

/** Jacks under what hangs out, one by one: where each stands on the face that is down. */
export function PropFields({ onChange, onPoint, part, planned }: PropFieldsProps) {
  const { props = [] } = planned.clamping
  const upright = planned.leaning?.upright ?? planned.standing
  const { down } = upright.faceAt
  const surface = down && planned.surfaces.get(down)
  if (surface?.kind !== 'plane' || !down) return null
  const [u, v] = locatorPlane(surface)
  const add = (): void => {
    const taken = new Set(props.map(({ id }) => id))
    const free = props.length + 1
    const n = [...Array(free).keys()].map((k) => k + 1).find((k) => !taken.has(`jack${k}`)) ?? free
    const at = surface.at
    onChange((s) => putProp(s, { id: `jack${n}`, surface: down, u: at[u], v: at[v] }))
  }
  return (
    <>
      <ul aria-label="Jacks under the work">
        {props.map((prop) => (
          <li
            key={prop.id}
            className="border-t border-faint py-1.5"
            onPointerEnter={() => onPoint(prop.id)}
            onPointerLeave={() => onPoint(undefined)}
          >
            <p className="flex items-center">
              Jack under {part.faces[prop.surface].name}
              <button
                type="button"
                className="button quiet ml-auto text-[14px]"
                onClick={() => onChange((s) => takeProp(s, prop.id))}
              >
                Take away
              </button>
            </p>
            <div className="grid grid-cols-2 gap-2">
              {([u, v] as const).map((axis, k) => (
                <QuantityField
                  key={axis}
                  label={`${axis.toUpperCase()} on the part`}
                  value={{ mm: k === 0 ? prop.u : prop.v }}
                  unit={part.unit}
                  onChange={({ mm }) =>
                    onChange((s) => putProp(s, { ...prop, [k === 0 ? 'u' : 'v']: mm }))
                  }
                />
              ))}
            </div>
          </li>
        ))}
      </ul>
      <p className="flex flex-wrap items-center gap-2 border-t border-faint pt-2">
        <button type="button" className="button" onClick={add}>
          Put a jack under it
        </button>
        <span className="text-[13px] text-soft">
          It carries what hangs out; it neither locates nor clamps.
        </span>
      </p>
    </>
  )
}

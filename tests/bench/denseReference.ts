import { contactRow } from '@/core/ground/geometry'
import { type StackModel, stack } from '@/core/chain/variation'

/**
 * The same propagation with full matrices: every surface's six rows over every source are held and
 * multiplied through at each setup. Slow and plain; here to be compared with.
 */
export function denseStack(model: StackModel): ReadonlyMap<string, Float64Array> {
  const n = model.sources.length
  const names = [
    ...new Set([
      ...model.stock.map((c) => c.surface),
      ...model.setups.flatMap((s) => s.cuts.map((c) => c.surface)),
    ]),
  ]
  let x = new Map(names.map((name) => [name, new Float64Array(6 * n)]))
  for (const raw of model.stock)
    for (const { six, source } of raw.columns)
      six.forEach((v, k) => ((x.get(raw.surface) as Float64Array)[k * n + source] = v))
  const { locating } = stack(model)
  model.setups.forEach((setup, s) => {
    const q = new Float64Array(6 * n)
    setup.contacts.forEach((contact, j) => {
      const row = contactRow(contact.at, contact.normal)
      const gap = new Float64Array(n)
      for (const { coefficient, source } of contact.errors)
        gap[source] = (gap[source] ?? 0) + coefficient
      const before = x.get(contact.surface)
      if (before)
        for (let k = 0; k < 6; k++)
          for (let u = 0; u < n; u++)
            gap[u] = (gap[u] ?? 0) - (row[k] ?? 0) * (before[k * n + u] ?? 0)
      for (let k = 0; k < 6; k++)
        for (let u = 0; u < n; u++)
          q[k * n + u] = (q[k * n + u] ?? 0) + (locating[s]?.inverse[k]?.[j] ?? 0) * (gap[u] ?? 0)
    })
    const w = new Float64Array(6 * n)
    for (const { axis, errors, touches } of setup.pickups) {
      const along = new Float64Array(n)
      for (const { coefficient, source } of errors)
        along[source] = (along[source] ?? 0) + coefficient
      for (const touch of touches) {
        const row = contactRow(touch.at, axis)
        const before = x.get(touch.surface)
        for (let k = 0; k < 6; k++)
          for (let u = 0; u < n; u++)
            along[u] =
              (along[u] ?? 0) +
              touch.weight * (row[k] ?? 0) * ((before?.[k * n + u] ?? 0) + (q[k * n + u] ?? 0))
      }
      for (const [k, a] of [axis.x, axis.y, axis.z].entries())
        for (let u = 0; u < n; u++)
          w[(3 + k) * n + u] = (w[(3 + k) * n + u] ?? 0) + a * (along[u] ?? 0)
    }
    // x = A x' + B u, the whole state copied and multiplied.
    const next = new Map([...x].map(([name, values]) => [name, values.slice()]))
    for (const cut of setup.cuts) {
      const values = new Float64Array(6 * n)
      for (let i = 0; i < 6 * n; i++) values[i] = (w[i] ?? 0) - (q[i] ?? 0)
      for (const { six, source } of cut.columns)
        six.forEach((v, k) => (values[k * n + source] = (values[k * n + source] ?? 0) + v))
      next.set(cut.surface, values)
    }
    x = next
  })
  return x
}

import { newPart, type Part, type Requirement } from '@/core/work/part'
import { newSetup, type Op, type Setup, type Way } from '@/core/plan/way'
import { STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { clampedSo, clampingOf } from '../support/documents'

const mm = (value: number) => ({ mm: value })

/** A made-up large job: twelve setups, about three hundred surfaces, a hundred requirements. */
export function largeJob(base: Part, template: Setup): { readonly part: Part; readonly way: Way } {
  const features = Array.from({ length: 98 }, (_, i): Part['features'][number] => ({
    kind: 'hole',
    id: `h-${i}`,
    on: i % 2 === 0 ? 'top' : 'front',
    making: 'drill',
    diameter: mm(3),
    extent: { kind: 'through' },
    head: { kind: 'none' },
    pattern: { kind: 'grid', columns: 3, rows: 1, pitchAcross: mm(4), pitchUp: mm(0) },
    place: {
      dims: [
        { from: 'left', at: mm(10 + (i % 10) * 7) },
        { from: i % 2 === 0 ? 'front' : 'bottom', at: mm(6 + Math.floor(i / 10) * 5) },
      ],
      centred: false,
    },
  }))
  const requirements = features.map((f, i): Requirement => ({
    kind: 'position',
    id: `r-${i}`,
    of: f.id,
    critical: false,
    tolerance: mm(0.5),
    material: 'none',
    datums: ['bottom', 'left', 'front'],
  }))
  const extra: Requirement[] = ['top', 'right'].map((of, i) => ({
    kind: 'parallelism',
    id: `x-${i}`,
    of,
    to: i === 0 ? 'bottom' : 'left',
    critical: false,
    tolerance: mm(0.1),
  }))
  const op = (feature: string): Op => ({ id: feature, feature, pass: 'finish', leave: mm(0) })
  const faces = ['bottom', 'top', 'front', 'back', 'left', 'right'] as const
  const setups = Array.from({ length: 12 }, (_, s): Setup => {
    const up = s < 6 ? (faces[s] ?? 'top') : s % 2 === 0 ? 'top' : 'front'
    const guide = up === 'top' || up === 'bottom' ? 'back' : 'bottom'
    const holes =
      s < 6
        ? []
        : features
            .filter((_f, i) => i % 2 === s % 2 && Math.floor(i / 2) % 3 === Math.floor((s - 6) / 2))
            .map((f) => op(f.id))
    return {
      ...template,
      id: `s-${s}`,
      name: `Setup ${s + 1}`,
      clamping: { ...clampingOf(template), up, guide },
      zero: { ...template.zero, z: { kind: 'height', surface: up, instrument: 'setter' } },
      ops: [...(s < 6 ? [op(up)] : []), ...holes],
    }
  })
  return {
    part: {
      ...base,
      size: { x: mm(92), y: mm(60), z: mm(75) },
      features,
      requirements: [...requirements, ...extra],
    },
    way: { name: 'Large', note: '', setups },
  }
}

/** A block turned over twelve times, each time on seven rests where three decide. */
export function crowdedJob(): { readonly part: Part; readonly way: Way } {
  const part: Part = {
    ...newPart('Crowded', { x: { mm: 100 }, y: { mm: 60 }, z: { mm: 40 } }),
    requirements: [
      {
        kind: 'parallelism',
        id: 'parallel',
        of: 'bottom',
        to: 'top',
        critical: false,
        tolerance: { mm: 0.1 },
      },
    ],
  }
  const places = [10, 30, 70, 90]
  const setups = Array.from({ length: 12 }, (_, i): Setup => {
    const [up, down] = i % 2 === 0 ? (['top', 'bottom'] as const) : (['bottom', 'top'] as const)
    const plain = newSetup(
      STANDARD_WORKSHOP,
      part,
      { name: 'Way A', note: '', setups: [] },
      up,
      'back',
    )
    const edits = places.map((u, k) => ({ id: `rest${k + 4}`, surface: down, u, v: 8 + 10 * k }))
    return {
      ...clampedSo(plain, { footing: { lead: 'rest', edits } }),
      id: `s-${i + 1}`,
      ops: [{ id: up, feature: up, pass: 'finish', leave: { mm: 0 } }],
    }
  })
  return { part, way: { name: 'Way A', note: '', setups } }
}

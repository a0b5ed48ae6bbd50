import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { GEAR_SCHEMAS, type GearKind, STANDARD_WORKSHOP } from '@/core/shop/workshop'
import { GEAR_FIELDS, GEAR_WORDS, readPath, writePath } from './gearFields'
import { HEAD_FIELDS, ROTARY_FIELDS } from './machineFields'

const ITEMS: Readonly<Record<GearKind, readonly object[]>> = {
  machine: STANDARD_WORKSHOP.machines,
  vise: STANDARD_WORKSHOP.vises,
  parallels: STANDARD_WORKSHOP.parallels,
  strap: STANDARD_WORKSHOP.straps,
  plate: STANDARD_WORKSHOP.plates,
  anglePlate: STANDARD_WORKSHOP.anglePlates,
  jawBlank: STANDARD_WORKSHOP.jawBlanks,
  centringVise: STANDARD_WORKSHOP.centringVises,
  chuck: STANDARD_WORKSHOP.chucks,
  facePlate: STANDARD_WORKSHOP.facePlates,
  vBlock: STANDARD_WORKSHOP.vBlocks,
  toePlate: STANDARD_WORKSHOP.toePlates,
  tilter: [STANDARD_WORKSHOP.tilters[1] ?? {}],
  instrument: STANDARD_WORKSHOP.instruments,
  cutter: STANDARD_WORKSHOP.cutters,
}

describe('paths', () => {
  it('what was written is read, and nothing else changed', () => {
    fc.assert(
      fc.property(fc.constantFrom('a', 'b.c', 'b.d.e'), fc.integer(), (path, value) => {
        const before = { a: 1, b: { c: 2, d: { e: 3, f: 4 } } }
        const after = writePath(before, path, value)
        expect(readPath(after, path)).toBe(value)
        for (const other of ['a', 'b.c', 'b.d.e', 'b.d.f'].filter((p) => p !== path))
          expect(readPath(after, other)).toBe(readPath(before, other))
      }),
    )
  })
  it('undefined takes it away, and what is not there is undefined', () => {
    expect(writePath({ a: 1, b: 2 }, 'b', undefined)).toEqual({ a: 1 })
    expect(readPath({ a: 1 }, 'b.c')).toBeUndefined()
    expect(readPath(undefined, 'b')).toBeUndefined()
  })
})

describe('the fields of the workshop', () => {
  it.each(Object.keys(GEAR_WORDS) as GearKind[])(
    '%s: every figure that the schema wants can be entered, and nothing that it does not know',
    (kind) => {
      const fields = [
        ...GEAR_FIELDS[kind],
        ...(kind === 'machine' ? [...ROTARY_FIELDS, ...HEAD_FIELDS] : []),
      ]
      const known = new Set(fields.map((f) => f.path))
      for (const item of ITEMS[kind]) {
        const leaves = leavesOf(item).filter((path) => path !== 'id' && path !== 'rotary.angleRad')
        for (const path of leaves) expect([...known]).toContain(path)
      }
      const full = ITEMS[kind][0]
      for (const field of fields) {
        const without = writePath(full, field.path, undefined)
        const parsed = GEAR_SCHEMAS[kind].safeParse(without)
        // Needed, or filled in with what is usual.
        const isNeeded = !parsed.success || readPath(parsed.data, field.path) !== undefined
        if (!/^(rotary|head)/.test(field.path)) expect(isNeeded).toBe(field.optional !== true)
      }
    },
  )
})

/** Dotted paths of everything that an item keeps. */
function leavesOf(item: object, before = ''): string[] {
  return Object.entries(item).flatMap(([key, value]) =>
    typeof value === 'object' && value !== null
      ? leavesOf(value as object, `${before}${key}.`)
      : [`${before}${key}`],
  )
}

describe('blanks for soft jaws', () => {
  const [blank] = STANDARD_WORKSHOP.jawBlanks
  const refused = (change: object): readonly string[] => {
    const parsed = GEAR_SCHEMAS.jawBlank.safeParse({ ...blank, ...change })
    return parsed.success
      ? []
      : parsed.error.issues.map(({ message, path }) => `${path.join('.')} ${message}`)
  }

  it('of two pieces the base is lower than the jaws, and its screws go in behind the gap', () => {
    expect(refused({ baseHeight: 20, screwBack: 30 })).toEqual([])
    expect(refused({ baseHeight: 45 })).toEqual(['baseHeight must be lower than the jaws'])
    expect(refused({ baseHeight: 20, screwBack: 40 })).toEqual([
      'screwBack must be less than the thickness',
    ])
  })
})

import { z } from 'zod'
import { type Issue } from '../../ground/issues'
import { readOffsetName } from '../offsets'
import { IdSchema, LengthSchema, PositiveLength } from '../../work/part'
import { GEAR_LISTS, type Workshop } from '../../shop/workshop'

const words = (most: number) => z.string().trim().max(most)
const name = words(60).min(1, 'must have a name')
const place = z.number().min(-100_000).max(100_000)

/** An edge that is touched to find the fixture again, and how far zero lies from it. */
const EdgeSchema = z.strictObject({
  id: IdSchema,
  name,
  axis: z.enum(['x', 'y', 'z']),
  toZero: LengthSchema.describe('From the edge to zero along the axis, towards + when positive.'),
})

/** What must be looked at again before the numbers are trusted. */
const CheckSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('touch'),
    id: IdSchema,
    what: name,
    edge: IdSchema,
    within: LengthSchema,
  }),
  z.strictObject({
    kind: z.literal('indicate'),
    id: IdSchema,
    what: name,
    within: LengthSchema.describe('Run-out allowed in 100 mm.'),
  }),
  z.strictObject({ kind: z.literal('look'), id: IdSchema, what: name }),
])

/** One size of part that the fixture takes, with what is set for it. */
const SizeSchema = z.strictObject({
  id: IdSchema,
  name,
  part: words(80),
  length: LengthSchema,
  offset: words(12),
  shift: z
    .strictObject({ x: LengthSchema, y: LengthSchema, z: LengthSchema })
    .describe('From the fixture’s own zero to the zero of this size.'),
  stop: words(80).describe('Which stop, in which position.'),
  stopAt: LengthSchema.optional().describe('Stop face from the fixture’s own zero, along X.'),
})

/**
 * A fixture as the register keeps it: where its own zero lies in the machine, how that is found again,
 * and what is set for each size. Millimetres, machine coordinates.
 */
export const FixtureSchema = z.strictObject({
  name,
  kind: z.enum(['plate', 'jaws', 'vise', 'angle plate', 'other']),
  machine: z.string().min(1).max(40),
  vise: z
    .string()
    .max(40)
    .optional()
    .describe('The vise of the workshop that this is, or sits in.'),
  plate: z.string().max(40).optional().describe('The plate of the workshop that this is.'),
  anglePlate: z.string().max(40).optional().describe('The angle plate of the workshop.'),
  stop: z.enum(['left', 'right', 'none']).optional().describe('End of its stop.'),
  wall: LengthSchema.optional().describe(
    'So far over its rests the walls of its pockets stand; none: it has dowels.',
  ),
  grid: PositiveLength.optional().describe(
    'Pitch of a grid of holes that it has, where that is used.',
  ),
  uses: z
    .enum(['threads', 'threads and dowels'])
    .optional()
    .describe('What of that grid holds and locates the work.'),
  offset: words(12),
  zeroIs: words(120).min(1, 'must say what zero is'),
  zero: z.strictObject({ x: place, y: place, z: place }),
  knownMm: z.number().min(0).max(10).describe('How well zero is known once checked, ± mm.'),
  edges: z.array(EdgeSchema).max(12),
  checks: z.array(CheckSchema).max(20),
  sizes: z.array(SizeSchema).max(40),
  pins: z
    .array(
      z.strictObject({
        id: IdSchema,
        name,
        kind: z.enum(['round', 'relieved']),
        diameter: LengthSchema,
        at: z.strictObject({ x: LengthSchema, y: LengthSchema }),
      }),
    )
    .max(40),
  screws: z
    .array(z.strictObject({ id: IdSchema, name, count: z.int().min(1).max(200), note: words(120) }))
    .max(40),
  note: words(600),
})

export type Fixture = z.infer<typeof FixtureSchema>
export type FixtureCheck = Fixture['checks'][number]
export type FixtureEdge = Fixture['edges'][number]
export type FixtureSize = Fixture['sizes'][number]

/** What makes a fixture contradict itself or the workshop. */
export function fixtureIssues(workshop: Workshop, fixture: Fixture): readonly Issue[] {
  const issues: Issue[] = []
  const say = (code: string, path: string, sentence: string): void =>
    void issues.push({ code, path, sentence })
  if (!workshop.machines.some((m) => m.id === fixture.machine))
    say('fixture.machine', 'machine', `The workshop has no machine “${fixture.machine}”.`)
  for (const [key, word] of [
    ['vise', 'vise'],
    ['plate', 'plate'],
    ['anglePlate', 'angle plate'],
  ] as const) {
    const id = fixture[key]
    if (id !== undefined && !workshop[GEAR_LISTS[key]].some((item) => item.id === id))
      say(`fixture.${key}`, key, `The workshop has no ${word} “${id}”.`)
  }
  const offsets: readonly (readonly [string, string])[] = [
    ['offset', fixture.offset],
    ...fixture.sizes.map((size, i) => [`sizes.${i}.offset`, size.offset] as const),
  ]
  for (const [path, offset] of offsets) {
    const read = readOffsetName(offset)
    if (!read.ok) say('fixture.offset', path, read.issues[0].sentence)
  }
  for (const [i, check] of fixture.checks.entries())
    if (check.kind === 'touch' && !fixture.edges.some((edge) => edge.id === check.edge))
      say(
        'fixture.edge',
        `checks.${i}.edge`,
        `“${check.what}” touches an edge that is not written down.`,
      )
  const lists = { edges: fixture.edges, checks: fixture.checks, sizes: fixture.sizes }
  for (const [list, items] of Object.entries(lists)) {
    const seen = new Set<string>()
    for (const [i, { id }] of items.entries()) {
      if (seen.has(id)) say('fixture.same-id', `${list}.${i}.id`, `The id “${id}” is there twice.`)
      seen.add(id)
    }
  }
  return issues
}

/** A fixture with nothing known of it yet. */
export const newFixture = (workshop: Workshop, called: string): Fixture => ({
  name: called,
  kind: 'plate',
  machine: workshop.machines[0]?.id ?? '',
  offset: 'G57',
  zeroIs: 'not said yet',
  zero: { x: 0, y: 0, z: 0 },
  knownMm: 0.01,
  edges: [],
  checks: [
    { kind: 'look', id: 'clean', what: 'Underside and table wiped, no chip' },
    { kind: 'look', id: 'tight', what: 'Every screw tight' },
  ],
  sizes: [],
  pins: [],
  screws: [],
  note: '',
})

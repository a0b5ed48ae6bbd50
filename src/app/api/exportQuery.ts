import { z } from 'zod'
import { schemaIssues } from '@/core/paper/stored'
import {
  EXPORT_KINDS,
  type Exported,
  type ExportKind,
  type ExportOptions,
  readPlace,
} from '@/operations'
import { BadRequest } from './respond'

const Query = z.object({
  as: z.enum(EXPORT_KINDS).default('json'),
  way: z.string().max(80).optional(),
  setup: z.coerce.number().int().min(1).max(40).optional(),
  from: z.enum(['zero', 'corner', 'centre']).optional(),
  unit: z.enum(['mm', 'inch']).optional(),
  place: z
    .string()
    .max(80)
    .transform((text, context) => {
      const place = readPlace(text)
      if (place.ok) return place.value
      context.addIssue({ code: 'custom', message: place.issues[0].sentence })
      return z.NEVER
    })
    .optional(),
  piece: z.coerce.number().int().min(1).max(200).default(1),
  cycles: z.enum(['yes', 'no']).default('yes'),
})

/** What an export is asked for in the address. */
export function exportQuery(request: Request): {
  readonly kind: ExportKind
  readonly options: ExportOptions
  /** Of a run: the piece whose zeros are meant. */
  readonly piece: number
} {
  const query = Query.safeParse(Object.fromEntries(new URL(request.url).searchParams))
  if (!query.success) throw new BadRequest(schemaIssues(query.error), 422)
  const { as, cycles, piece, ...rest } = query.data
  return { kind: as, piece, options: { ...rest, cycles: cycles === 'yes' } }
}

export const download = ({ bytes, name, type }: Exported): Response =>
  new Response(Buffer.from(bytes), {
    headers: { 'Content-Type': type, 'Content-Disposition': `attachment; filename="${name}"` },
  })

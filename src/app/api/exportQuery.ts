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
  cycles: z.enum(['yes', 'no']).default('yes'),
})

/** What an export is asked for in the address. */
export function exportQuery(request: Request): { kind: ExportKind; options: ExportOptions } {
  const query = Query.safeParse(Object.fromEntries(new URL(request.url).searchParams))
  if (!query.success) throw new BadRequest(schemaIssues(query.error), 422)
  const { as, cycles, ...rest } = query.data
  return { kind: as, options: { ...rest, cycles: cycles === 'yes' } }
}

export const download = ({ bytes, name, type }: Exported): Response =>
  new Response(Buffer.from(bytes), {
    headers: { 'Content-Type': type, 'Content-Disposition': `attachment; filename="${name}"` },
  })

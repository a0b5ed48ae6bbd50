import { z } from 'zod'
import { GEAR_SCHEMAS, type GearKind } from '@/core/workshop'
import { saveGear } from '@/operations'
import { BadRequest, bodyOf, must, respond } from '../../../respond'

/** Writes one machine, vise, pair of parallels, instrument or cutter; answers the whole workshop. */
export function PUT(
  request: Request,
  { params }: { params: Promise<{ kind: string; item: string }> },
): Promise<Response> {
  return respond(async () => {
    const { item, kind } = await params
    if (!(kind in GEAR_SCHEMAS))
      throw new BadRequest(
        [{ code: 'gear.missing', path: 'kind', sentence: `A workshop keeps no “${kind}”.` }],
        404,
      )
    return Response.json(
      must(await saveGear(kind as GearKind, item, await bodyOf(request, z.unknown()))),
    )
  })
}

import { z } from 'zod'
import { GEAR_SCHEMAS, type GearKind, SHOP_SCHEMAS, type ShopKind } from '@/core/shop/workshop'
import { clearAside, saveGear, saveShopFigures } from '@/operations'
import { BadRequest, bodyOf, must, respond } from '../../../respond'

/** Writes one machine, vise, pair of parallels, instrument or cutter, or the shop's own figures; answers the whole workshop. */
export function PUT(
  request: Request,
  { params }: { params: Promise<{ kind: string; item: string }> },
): Promise<Response> {
  return respond(async () => {
    const { item, kind } = await params
    if (Object.hasOwn(SHOP_SCHEMAS, kind))
      return Response.json(
        must(await saveShopFigures(kind as ShopKind, item, await bodyOf(request, z.unknown()))),
      )
    if (!Object.hasOwn(GEAR_SCHEMAS, kind))
      throw new BadRequest(
        [{ code: 'gear.missing', path: 'kind', sentence: `A workshop keeps no “${kind}”.` }],
        404,
      )
    return Response.json(
      must(await saveGear(kind as GearKind, item, await bodyOf(request, z.unknown()))),
    )
  })
}

/** Takes out what is set aside because it cannot be read. */
export function DELETE(
  _request: Request,
  { params }: { params: Promise<{ kind: string; item: string }> },
): Promise<Response> {
  return respond(async () => {
    const { item, kind } = await params
    return Response.json(must(await clearAside(kind, item)))
  })
}

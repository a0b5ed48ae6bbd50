import { anchorOfFixture, fixtureOffsets } from '@/core/floor/register'
import { type KnownFixture } from '@/features/zero/types'
import { listRegister } from '@/operations'

/** The fixtures of the register, as far as zeros need them. */
export async function knownFixtures(): Promise<readonly KnownFixture[]> {
  return (await listRegister()).map(({ fixture, id, standing }) => ({
    id,
    name: fixture.name,
    machine: fixture.machine,
    trusted: standing.kind === 'trusted',
    knownMm: fixture.knownMm,
    anchor: anchorOfFixture(fixture),
    offsets: fixtureOffsets(fixture),
  }))
}

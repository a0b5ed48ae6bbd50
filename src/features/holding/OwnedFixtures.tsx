'use client'

import Link from 'next/link'
import { type Fixture, holdingOfFixture } from '@/core/floor/register'
import { type PlannedSetup } from '@/core/plan/planning'
import { holdIn, type Setup } from '@/core/plan/way'

/** A fixture of the register that was made for the part. */
export interface OwnedFixture {
  readonly id: string
  readonly fixture: Fixture
  /** The revision of the part that it was made for. */
  readonly revision: string
  /** Whether its numbers may be trusted now. */
  readonly standing: string
}

interface OwnedFixturesProps {
  readonly owned: readonly OwnedFixture[]
  readonly planned: PlannedSetup
  readonly onChange: (change: (setup: Setup) => Setup) => void
}

/** What was made for this part before stands first: taken from the shelf it costs nothing. */
export function OwnedFixtures({ onChange, owned, planned }: OwnedFixturesProps) {
  const { clamping, machine, part, workshop } = planned
  if (owned.length === 0 || planned.indexed) return null
  return (
    <section aria-label="In the register for this part" className="sheet p-3">
      <h2 className="mb-1 font-bold">In the register for this part</h2>
      <ul>
        {owned.map(({ fixture, id, revision, standing }) => {
          const holding = holdingOfFixture(fixture, workshop, part, clamping)
          const isHere = fixture.machine === machine.id
          return (
            <li key={id} className="flex items-start gap-3 border-t border-faint py-1.5">
              <p className="grow">
                <Link href={`/fixtures/${id}`} className="font-semibold">
                  {fixture.name}
                </Link>
                {revision !== part.revision && (
                  <span className="text-red"> · made for revision {revision}</span>
                )}
                {!isHere && <span className="text-red"> · not on this machine</span>}
                <span className="block text-[13px] text-soft">{standing}</span>
              </p>
              {holding && (
                <button
                  type="button"
                  className="button quiet"
                  aria-label={`Take: ${fixture.name}`}
                  onClick={() => onChange((setup) => holdIn(setup, holding))}
                >
                  Take
                </button>
              )}
            </li>
          )
        })}
      </ul>
    </section>
  )
}

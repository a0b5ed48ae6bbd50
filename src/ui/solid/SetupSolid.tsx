'use client'

import { useMemo, useState } from 'react'
import { type PlannedSetup } from '@/core/plan/planning'
import PartSolid from './PartSolid'
import { type StageBody } from './scene'
import { useRecipes } from './useSolid'

interface SetupSolidProps {
  readonly planned: PlannedSetup
  readonly lit?: ReadonlySet<string> | undefined
  readonly chosen?: string | undefined
  readonly onPick?: ((owner: string) => void) | undefined
  readonly onPoint?: ((owner: string | undefined) => void) | undefined
}

const NOTHING: ReadonlySet<string> = new Set()
const ownerOf = (ref: string): string => ref.split('.')[0] ?? ref

/** The work as it stands in a setup, with the holding about it: as it comes in, or as it leaves. */
export default function SetupSolid({
  chosen,
  lit = NOTHING,
  onPick,
  onPoint,
  planned,
}: SetupSolidProps) {
  const { after, before, contacts, part, standing } = planned
  const [isBefore, setBefore] = useState(false)
  const [isAlone, setAlone] = useState(false)
  const pieces = useMemo(
    () => [...standing.solids, ...standing.clamps].map(({ shape }) => shape),
    [standing],
  )
  const meshes = useRecipes(pieces)
  const around = useMemo(
    (): readonly StageBody[] =>
      isAlone ? [] : meshes.map((mesh) => ({ mesh, tone: 'steel' as const })),
    [isAlone, meshes],
  )
  // A contact is lit on the face that it bears on.
  const all = useMemo(
    () => new Set([...lit, ...contacts.filter(({ id }) => lit.has(id)).map((c) => c.surface)]),
    [contacts, lit],
  )
  const tools = (
    <>
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          checked={isBefore}
          onChange={(event) => setBefore(event.target.checked)}
        />
        as it comes in
      </label>
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          checked={isAlone}
          onChange={(event) => setAlone(event.target.checked)}
        />
        alone
      </label>
    </>
  )
  return (
    <PartSolid
      part={part}
      state={isBefore ? before : after}
      standing={standing.setupFromPart}
      around={around}
      lit={all}
      chosen={chosen}
      onPick={onPick && ((ref) => onPick(ownerOf(ref)))}
      onPoint={onPoint && ((ref) => onPoint(ref === undefined ? undefined : ownerOf(ref)))}
      tools={tools}
    />
  )
}

'use client'

import { Link2 } from 'lucide-react'
import { type ReactNode, useMemo, useState } from 'react'
import { applyMotion, type Motion, point, type Point, turnDirection } from '@/core/ground/geometry'
import { box } from '@/core/ground/recipe'
import { lengthWords } from '@/core/handbook/units'
import { betweenSurfaces, type Part, partSurfaces, refLabel, type Surface } from '@/core/work/part'
import { blockNow, boughtSolid, type PartState, type SkinEdge } from '@/core/work/stock'
import { type Section, type StageBody } from './scene'
import { type Cut, sectionOf } from './section'
import SolidStage from './SolidStage'
import { useRecipes, useSolid } from './useSolid'

export interface PartSolidProps {
  readonly part: Part
  /** As it is in a state; else finished. */
  readonly state?: PartState | undefined
  /** How it stands; else in its own axes. */
  readonly standing?: Motion<'setup', 'part'> | undefined
  /** What stands about it, as it stands. */
  readonly around?: readonly StageBody[] | undefined
  readonly chosen?: string | undefined
  readonly lit: ReadonlySet<string>
  readonly onPick?: ((ref: string) => void) | undefined
  readonly onPoint?: ((ref: string | undefined) => void) | undefined
  /** Ties the two faces picked last; offered with what lies between them. */
  readonly onTie?: ((of: string, to: string) => void) | undefined
  /** Further switches beside its own. */
  readonly tools?: ReactNode
}

const CUTS: Readonly<Record<Cut, string>> = {
  none: 'whole',
  x: 'cut across X',
  y: 'cut across Y',
  z: 'cut across Z',
  face: 'cut along the picked face',
}
const NOTHING: readonly StageBody[] = []

/** A part as a solid: faces are picked in it, it is cut open, two picks are measured. */
export default function PartSolid(props: PartSolidProps) {
  const {
    around = NOTHING,
    chosen,
    lit,
    onPick,
    onPoint,
    onTie,
    part,
    standing,
    state,
    tools,
  } = props
  const { mesh, sentence } = useSolid(part, state)
  const [cut, setCut] = useState<Cut>('none')
  const [level, setLevel] = useState(50)
  const [hasStock, setStock] = useState(false)
  const [picks, setPicks] = useState<readonly string[]>([])
  const edges = useMemo(() => new Map(mesh?.edges.map((edge) => [edge.id, edge])), [mesh])
  const surfaces = useMemo(() => {
    const lines = [...edges.values()].flatMap(({ axis, id }) => (axis ? [[id, axis] as const] : []))
    return new Map<string, Surface>([...partSurfaces(part), ...lines])
  }, [edges, part])
  const litNow = useMemo(
    () => new Set([...lit, ...picks.filter((id) => edges.has(id))]),
    [edges, lit, picks],
  )
  const stock = useStock(part, state, hasStock)
  const bodies = useMemo(
    (): readonly StageBody[] => [
      ...(mesh
        ? [{ mesh, skin: mesh, edges: mesh.edges, tone: 'part' as const, by: standing }]
        : []),
      ...stock.map((of) => ({ mesh: of, tone: 'ghost' as const, by: standing })),
      ...around,
    ],
    [around, mesh, standing, stock],
  )
  const last = picks[picks.length - 1]
  const section = useMemo(
    () =>
      standingSection(
        sectionOf(part, cut, level, last === undefined ? undefined : surfaces.get(last)),
        standing,
      ),
    [cut, last, level, part, standing, surfaces],
  )
  const pick = (ref: string): void => {
    setPicks((before) => [...before.filter((one) => one !== ref).slice(-1), ref])
    // An edge is for looking and measuring: what is stood on and tied are surfaces.
    if (!edges.has(ref)) onPick?.(ref)
  }
  return (
    <div className="absolute inset-0 flex flex-col gap-1.5">
      <div className="flex flex-wrap items-center gap-2 text-[14px]">
        <PickList part={part} refs={mesh?.refs ?? []} edges={[...edges.values()]} onPick={pick} />
        <select
          aria-label="Cut open"
          className="field w-auto!"
          value={cut}
          onChange={(event) => setCut(event.target.value as Cut)}
        >
          {(Object.keys(CUTS) as Cut[]).map((one) => (
            <option key={one} value={one} disabled={one === 'face' && last === undefined}>
              {CUTS[one]}
            </option>
          ))}
        </select>
        {cut !== 'none' && (
          <input
            type="range"
            aria-label="Where it is cut open"
            className="w-28"
            min={0}
            max={100}
            step={0.5}
            value={level}
            onChange={(event) => setLevel(Number(event.target.value))}
          />
        )}
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={hasStock}
            onChange={(event) => setStock(event.target.checked)}
          />
          stock
        </label>
        {tools}
        <Measured part={part} surfaces={surfaces} picks={picks} edges={edges} onTie={onTie} />
      </div>
      <div className="relative min-h-0 grow">
        {sentence ? (
          <p role="alert" className="p-4">
            {sentence}
          </p>
        ) : (
          <SolidStage
            label={state ? 'Solid of the part as it is then' : 'Solid of the finished part'}
            bodies={bodies}
            lit={litNow}
            chosen={chosen}
            section={section}
            nameOf={(ref) => nameOf(part, edges.get(ref), ref)}
            onPick={pick}
            onPoint={onPoint}
          />
        )}
      </div>
    </div>
  )
}

const nameOf = (part: Part, edge: SkinEdge | undefined, ref: string): string =>
  edge
    ? `edge of ${edge.between.map((of) => refLabel(part, of)).join(' and ')}`
    : refLabel(part, ref)

/** More edges than this are not listed by name; each can be pointed at. */
const MOST_EDGES = 300

/** Every face and edge by name, for those who do not point. */
function PickList({
  edges,
  onPick,
  part,
  refs,
}: {
  readonly part: Part
  readonly refs: readonly string[]
  readonly edges: readonly SkinEdge[]
  readonly onPick: (ref: string) => void
}) {
  return (
    <select
      aria-label="Pick a face"
      className="field w-auto! max-w-40"
      value=""
      onChange={(event) => onPick(event.target.value)}
    >
      <option value="">Pick a face …</option>
      {refs.map((ref) => (
        <option key={ref} value={ref}>
          {refLabel(part, ref)}
        </option>
      ))}
      <optgroup label="Edges">
        {edges.slice(0, MOST_EDGES).map((edge) => (
          <option key={edge.id} value={edge.id}>
            {nameOf(part, edge, edge.id)}: {edgeWords(part, edge)}
          </option>
        ))}
      </optgroup>
    </select>
  )
}

const edgeWords = (part: Part, { axis, lengthMm }: SkinEdge): string =>
  axis && axis.diameterMm > 0
    ? `⌀ ${lengthWords(axis.diameterMm, part.unit)}`
    : `${lengthWords(lengthMm, part.unit)} long`

/** How the last two picks lie to each other, and the offer to tie them. */
function Measured({
  edges,
  onTie,
  part,
  picks,
  surfaces,
}: {
  readonly part: Part
  readonly surfaces: ReadonlyMap<string, Surface>
  readonly picks: readonly string[]
  readonly edges: ReadonlyMap<string, SkinEdge>
  readonly onTie: PartSolidProps['onTie']
}) {
  const [first = '', second = ''] = picks
  const [a, b] = [surfaces.get(first), surfaces.get(second)]
  const alone = edges.get(picks[picks.length - 1] ?? '')
  return (
    <span className="ml-auto flex items-center gap-2 text-[13px]" aria-live="polite">
      <span className="figures">
        {alone && `${edgeWords(part, alone)}${a ? ' · ' : ''}`}
        {a && b ? between(part, a, b) : picks.length === 1 ? 'pick another to measure' : ''}
      </span>
      {a && b && onTie && !edges.has(first) && !edges.has(second) && (
        <button
          type="button"
          className="button quiet min-h-7! text-[13px]"
          onClick={() => onTie(first, second)}
        >
          <Link2 className="size-3.5" aria-hidden /> tie them
        </button>
      )}
    </span>
  )
}

function between(part: Part, a: Surface, b: Surface): string {
  const found = betweenSurfaces(a, b)
  return found.kind === 'angle'
    ? `${Number(((found.rad * 180) / Math.PI).toFixed(4))}° between them`
    : `${lengthWords(found.mm, part.unit)} apart${found.isSquare ? ', square to each other' : ''}`
}

/** The block as bought about the finished part, or as it is about the part in a state, when it is wanted. */
function useStock(
  part: Part,
  state: PartState | undefined,
  isWanted: boolean,
): readonly StageBody['mesh'][] {
  const recipes = useMemo(() => {
    if (!isWanted) return []
    if (!state) return [boughtSolid(part)]
    const { high, low } = blockNow(part, state)
    return [box(low, high)]
  }, [isWanted, part, state])
  return useRecipes(recipes)
}

const standingSection = (
  section: Section | undefined,
  standing: Motion<'setup', 'part'> | undefined,
): Section | undefined =>
  section && standing
    ? {
        at: applyMotion(standing, pointOf(section.at)),
        out: turnDirection(standing, pointOf(section.out)),
      }
    : section

const pointOf = ({ x, y, z }: Section['at']): Point<'part'> => point(x, y, z)

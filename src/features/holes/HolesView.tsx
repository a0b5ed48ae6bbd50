'use client'

import { useCallback, useMemo, useState } from 'react'
import {
  type CountedFrom,
  cornerPoint,
  countingPoint,
  drillingPlan,
  holesInSetup,
  markedCorner,
  markedCornerSeen,
  outlineInSetup,
} from '@/core/plan/drilling'
import { holeChecks } from '@/core/foreman/findings'
import { type Finding } from '@/core/ground/finding'
import { applyMotion, type PlanePoint, point } from '@/core/ground/geometry'
import { uppermost } from '@/core/shop/holding'
import { axisOf, insideOf, type Part, planeOf, removedBox, type Side } from '@/core/work/part'
import { type PlannedSetup, planWay } from '@/core/plan/planning'
import { changeSetup, tickCut, type Way } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'
import { call } from '@/ui/api'
import { HistoryButtons } from '@/ui/HistoryButtons'
import { PaneTabs } from '@/ui/PaneTabs'
import { SaveNotice } from '@/ui/SaveNotice'
import { SetupStrip } from '@/ui/SetupStrip'
import { TopBar } from '@/ui/TopBar'
import { useDocument } from '@/ui/useDocument'
import { useHistoryKeys } from '@/ui/useHistoryKeys'
import { placeOnFace } from './compose'
import { FaceMap, type MapGround } from './FaceMap'
import { LayoutBar } from './LayoutBar'
import { MeasuredPane } from './MeasuredPane'
import { PlacesPane } from './PlacesPane'
import { ProgramPane } from './ProgramPane'
import { ToolsPane } from './ToolsPane'
import { type Pane, PANES, useHolesAddress } from './useHolesAddress'

interface Stored<Body> {
  readonly id: string
  readonly version: number
  readonly body: Body
  readonly canUndo: boolean
  readonly canRedo: boolean
}

type MeasuredPlaces = Readonly<Record<string, readonly { hole: string; x: number; y: number }[]>>

interface HolesViewProps {
  readonly jobId: string
  readonly part: Stored<Part>
  readonly way: Stored<Way>
  readonly workshop: Workshop
  /** What has been measured so far, by setup. */
  readonly measured: MeasuredPlaces
}

const PANE_WORDS: Readonly<Record<Pane, string>> = {
  places: 'Coordinates',
  tools: 'Tools',
  program: 'Program',
  measured: 'Measured',
}

/** The holes of the part in the axes of each setup: laid out, checked, drilled, measured. */
export function HolesView({
  jobId,
  measured,
  part: storedPart,
  way: stored,
  workshop,
}: HolesViewProps) {
  const partDocument = useDocument('part', storedPart)
  const wayDocument = useDocument('way', stored)
  useHistoryKeys(partDocument)
  const [part, way] = [partDocument.body, wayDocument.body]
  const address = useHolesAddress()
  const [stage, setStage] = useState<string>()
  const [pointing, setPointing] = useState(false)
  const [draft, setDraft] = useState<readonly PlanePoint[]>([])
  const plan = useMemo(() => planWay(workshop, part, way), [part, way, workshop])
  const findings = useMemo(() => holeChecks(plan), [plan])
  const planned = plan.setups
  const index = Math.max(
    0,
    planned.findIndex((p) => p.setup.id === address.setup),
  )
  const setup = planned[index]
  const save = partDocument.state.kind === 'saved' ? wayDocument.state : partDocument.state
  return (
    <div className="flex min-h-screen flex-col lg:h-screen lg:min-h-[700px]">
      <TopBar
        here="holes"
        job={{ id: jobId, name: part.name, revision: part.revision, firstWay: stored.id }}
        save={save}
        unit={part.unit}
      >
        <HistoryButtons {...partDocument} />
      </TopBar>
      <SaveNotice document={partDocument} />
      <SaveNotice document={wayDocument} />
      <SetupStrip
        part={part}
        planned={planned}
        chosen={setup?.setup.id}
        says={(p) => {
          const count = holesInSetup(p).filter((hole) => hole.cutHere).length
          return `${count} ${count === 1 ? 'hole' : 'holes'} made here`
        }}
        onChoose={(id) => {
          setStage(undefined)
          setDraft([])
          address.go({ setup: id })
        }}
      />
      {setup ? (
        <SetupHoles
          key={setup.setup.id}
          address={address}
          part={part}
          way={way}
          wayId={stored.id}
          jobId={jobId}
          workshop={workshop}
          planned={setup}
          index={index}
          findings={findings}
          measured={measured[setup.setup.id] ?? []}
          stage={stage}
          onStage={setStage}
          pointing={pointing}
          onPointing={setPointing}
          draft={draft}
          onDraft={setDraft}
          onPart={(next, added) => {
            partDocument.edit(() => next)
            wayDocument.edit((w) =>
              changeSetup(w, setup.setup.id, (s) =>
                added.reduce((all, id) => withCut(next, all, setup.standing.faceAt.up, id), s),
              ),
            )
          }}
          onDrilling={(drilling) =>
            wayDocument.edit((w) => changeSetup(w, setup.setup.id, (s) => ({ ...s, drilling })))
          }
        />
      ) : (
        <main className="p-4">
          <section className="sheet p-8 text-center">
            <h1 className="mb-2 text-[18px] font-bold">No setup yet.</h1>
            <p className="text-soft">
              Holes are shown in the axes of a setup. Add the first setup under Ways, then come
              back.
            </p>
          </section>
        </main>
      )}
    </div>
  )
}

/** A hole that was just laid out on the face that is up is made here. */
const withCut = (
  part: Part,
  setup: Way['setups'][number],
  up: Side | undefined,
  id: string,
): Way['setups'][number] =>
  part.features.some((feature) => feature.id === id && feature.on === up)
    ? tickCut(setup, id, true)
    : setup

interface SetupHolesProps {
  readonly address: ReturnType<typeof useHolesAddress>
  readonly part: Part
  readonly way: Way
  readonly wayId: string
  readonly jobId: string
  readonly workshop: Workshop
  readonly planned: PlannedSetup
  readonly index: number
  readonly findings: readonly Finding[]
  readonly measured: readonly { hole: string; x: number; y: number }[]
  readonly stage: string | undefined
  readonly onStage: (stage: string | undefined) => void
  readonly pointing: boolean
  readonly onPointing: (pointing: boolean) => void
  readonly draft: readonly PlanePoint[]
  readonly onDraft: (places: readonly PlanePoint[]) => void
  readonly onPart: (part: Part, added: readonly string[]) => void
  readonly onDrilling: (drilling: NonNullable<Way['setups'][number]['drilling']>) => void
}

function SetupHoles(props: SetupHolesProps) {
  const { address, draft, findings, index, jobId, onDraft, part, planned, pointing, way, wayId } =
    props
  const { from, go, pane } = address
  const { setup } = planned
  const { up } = planned.standing.faceAt
  const unit = part.unit
  const holes = useMemo(() => holesInSetup(planned, from), [from, planned])
  const fromZero = useMemo(() => holesInSetup(planned), [planned])
  const plan = useMemo(() => drillingPlan(planned), [planned])
  const ground = useMemo(() => groundOf(planned, from), [from, planned])
  const [places, sentence, measure] = useMeasured(wayId, setup.id, props.measured)
  const origin = useMemo(() => countingPoint(planned, from), [from, planned])
  const chosenStage = plan.stages.find((s) => s.id === props.stage)
  // The plan counts from zero; the map counts from what was chosen.
  const shift =
    fromZero[0] && holes[0]
      ? { x: holes[0].at.x - fromZero[0].at.x, y: holes[0].at.y - fromZero[0].at.y }
      : { x: 0, y: 0 }
  const path = chosenStage?.cuts.map((cut) => ({ x: cut.x + shift.x, y: cut.y + shift.y })) ?? []
  const place = (at: PlanePoint): void => {
    const inSetup = point<'setup'>(at.x + origin.x, at.y + origin.y, 0)
    if (up)
      onDraft([...draft, placeOnFace(up, applyMotion(planned.standing.partFromSetup, inSetup))])
  }
  const onMap = draft.map((p) => {
    const [u, v] = planeOf(uppermost(planned.standing))
    const inPart = { ...cornerPoint(part), [u]: p.x, [v]: p.y }
    const at = applyMotion(planned.standing.setupFromPart, inPart)
    return { x: at.x - origin.x, y: at.y - origin.y }
  })
  const here = findings.filter(
    (f) => (f.setup ?? index) === index && holes.some((hole) => hole.hole.id === f.feature),
  )
  const exportPath = (as: string, more: Readonly<Record<string, string>> = {}): string =>
    `/api/jobs/${jobId}/export?${new URLSearchParams({ as, way: way.name, setup: String(index + 1), from, ...more }).toString()}`
  return (
    <main className="grid min-h-0 grow gap-3 px-4 pb-3 lg:grid-cols-[minmax(0,1fr)_minmax(430px,40%)]">
      <section
        className="sheet flex min-h-[420px] flex-col overflow-hidden"
        aria-label="The face with its holes"
      >
        <FaceMap
          ground={ground}
          holes={holes}
          unit={unit}
          chosen={address.hole}
          path={path}
          draft={onMap}
          onChoose={(hole) => go({ hole })}
          onPlace={pointing ? place : undefined}
        />
        {here.length > 0 && (
          <ul
            className="max-h-28 overflow-auto border-t border-faint px-3 py-1.5"
            tabIndex={0}
            aria-label="Findings on holes"
          >
            {here.map((finding) => (
              <li key={`${finding.code} ${finding.what}`} className="py-0.5">
                <span
                  className={finding.severity === 'forbids' ? 'text-red' : 'text-ochre'}
                  aria-hidden
                >
                  {finding.severity === 'forbids' ? '▲' : '◆'}
                </span>{' '}
                <span className="sr-only">{finding.severity}: </span>
                <b>{finding.what}</b> {finding.rest}
              </li>
            ))}
          </ul>
        )}
        {up ? (
          <LayoutBar
            part={part}
            up={up}
            pointing={pointing}
            draft={draft}
            onPointing={props.onPointing}
            onDraft={onDraft}
            onAdd={props.onPart}
          />
        ) : (
          <p className="border-t border-faint px-3 py-2 text-soft">
            No face lies flat here: say new holes in the part, or lay them out where their face is
            up.
          </p>
        )}
      </section>
      <aside className="sheet flex min-h-0 flex-col overflow-hidden" aria-label={PANE_WORDS[pane]}>
        <PaneTabs
          panes={PANES}
          words={PANE_WORDS}
          shown={pane}
          onShow={(word) => go({ pane: word })}
        />
        {pane === 'places' && (
          <PlacesPane
            part={part}
            holes={holes}
            from={from}
            unit={unit}
            chosen={address.hole}
            exportPath={exportPath}
            tickPath={`/jobs/${jobId}/ways/${wayId}/ticks?setup=${setup.id}`}
            onFrom={(word) => go({ from: word })}
            onChoose={(hole) => go({ hole })}
          />
        )}
        {pane === 'tools' && (
          <ToolsPane
            plan={plan}
            drilling={setup.drilling}
            unit={unit}
            chosen={props.stage}
            onChoose={props.onStage}
            onChange={props.onDrilling}
          />
        )}
        {pane === 'program' && (
          <ProgramPane
            plan={plan}
            title={`${part.name}, setup ${index + 1}: ${setup.name}`}
            offset={setup.zero.offset}
            unit={unit}
            exportPath={exportPath}
          />
        )}
        {pane === 'measured' && (
          <MeasuredPane
            part={part}
            holes={fromZero.filter((hole) => hole.cutHere)}
            measured={places}
            unit={unit}
            sentence={sentence}
            onMeasure={measure}
          />
        )}
      </aside>
    </main>
  )
}

/** Measured places of a setup; what the server does not take is shown and said. */
function useMeasured(
  wayId: string,
  setupId: string,
  initial: readonly { hole: string; x: number; y: number }[],
) {
  const [places, setPlaces] = useState<ReadonlyMap<string, PlanePoint>>(
    () => new Map(initial.map(({ hole, x, y }) => [hole, { x, y }])),
  )
  const [sentence, setSentence] = useState<string>()
  const measure = useCallback(
    (list: readonly { hole: string; at?: PlanePoint | undefined }[]): void => {
      setPlaces((old) => {
        const next = new Map(old)
        for (const { at, hole } of list) {
          if (at) next.set(hole, at)
          else next.delete(hole)
        }
        return next
      })
      void call(`/api/ways/${wayId}/setups/${setupId}/measured`, 'PUT', { measured: list }).then(
        (answer) =>
          setSentence(
            answer.kind === 'done'
              ? undefined
              : answer.kind === 'refused'
                ? answer.issues[0]?.sentence
                : '▲ Not saved: the server does not answer. Enter it again when it is back.',
          ),
      )
    },
    [setupId, wayId],
  )
  return [places, sentence, measure] as const
}

/** The block, jaw, stop, marked corner and pockets in the coordinates of the holes. */
function groundOf(planned: PlannedSetup, from: CountedFrom): MapGround {
  const origin = countingPoint(planned, from)
  const { standing, part } = planned
  const move = (p: Parameters<typeof applyMotion<'setup', 'part'>>[1]): PlanePoint => {
    const at = applyMotion(standing.setupFromPart, p)
    return { x: at.x - origin.x, y: at.y - origin.y }
  }
  const corner = markedCorner(part)
  const up = uppermost(standing)
  const axes = planeOf(up)
  const names = axes.map((axis) => part.faces[corner[axis]].datum ?? part.faces[corner[axis]].name)
  const level = insideOf(part, up, 0)
  const pockets = part.features.flatMap((feature) => {
    const box = feature.on === up ? removedBox(part, feature) : undefined
    if (!box) return []
    const [u, v] = axes
    const base = { ...box.low, [axisOf(up)]: level }
    return [
      [
        move(base),
        move({ ...base, [u]: box.high[u] }),
        move({ ...base, [u]: box.high[u], [v]: box.high[v] }),
        move({ ...base, [v]: box.high[v] }),
      ],
    ]
  })
  return {
    outline: outlineInSetup(planned, from),
    jawY: -origin.y,
    stopX: standing.stopX === undefined ? undefined : standing.stopX - origin.x,
    corner: move(markedCornerSeen(planned)),
    cornerName: `marked corner ${names.join(' ')}`,
    pockets,
  }
}

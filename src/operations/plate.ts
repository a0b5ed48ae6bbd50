import { fail, type Result, succeed } from '@/core/ground/issues'
import { circleRing, rectangleRing, type Ring } from '@/core/ground/outline'
import { type Engraved, type Profile, profileSvg, writeDocument } from '@/core/paper/formats'
import { drawing } from '@/core/paper/picture'
import { plateOffsets, type PlateOffsets } from '@/core/floor/offsets'
import { lengthWords } from '@/core/handbook/units'
import { plateOf } from '@/core/plan/plates'
import { newSetup, type Way } from '@/core/plan/way'
import { liesWords, sizeWords } from '@/core/shop/holding'
import { type PlateDesign } from '@/core/shop/making'
import { type Workshop } from '@/core/shop/workshop'
import { holePoints, type Part, removedBox, type Side } from '@/core/work/part'
import { nominalSolid } from '@/core/work/stock'
import { writeProfileDxf } from '@/exchange'
import { meshOf, stlOf } from '@/kernel'
import { type DrawingSheet, drawingPdf } from '@/pdf'
import { type Exported, slug, textFile } from './exported'
import { fonts } from './fonts'
import { heldSo, type WhichSetup } from './heldSo'
import { type PlateKind } from './heldKinds'
import { goesIn } from './plateGoesIn'
import { sureStep } from './solids/sureStep'

/** A file, and whether the plate in it can be made and takes the part. */
export type ExportedPlate = Exported & { readonly isSound: boolean }

/** A fixture plate for one setup of a document: for the pins that locate it there, else for such as would be proposed. */
export async function plateFile(
  text: string,
  kind: PlateKind,
  options: WhichSetup,
): Promise<Result<ExportedPlate>> {
  const held = heldSo<'plate' | 'plate-stops'>(text, options, 'plate', ['plate-stops'])
  if (!held.ok) return held
  const { file, plan, setup } = held.value
  const plate = plateOf(plan, setup)
  if (!plate) return fail('held.lacking', 'Nothing is held on a plate there.', 'setup')
  const { design } = plate
  const stem = `${slug(setup.part.name)}-plate-${setup.index + 1}`
  const exported = await exportPlate(
    { design, offsets: plateOffsets(plan, setup, plate) },
    kind,
    stem,
    file.workshop,
  )
  return exported.ok
    ? succeed({ ...exported.value, isSound: design.troubles.length === 0 })
    : exported
}

/** A plate with the offset of each of its places. */
interface Numbered {
  readonly design: PlateDesign
  readonly offsets: PlateOffsets
}

async function exportPlate(
  { design, offsets }: Numbered,
  kind: PlateKind,
  stem: string,
  workshop: Workshop,
): Promise<Result<Exported>> {
  const { part } = design
  switch (kind) {
    case 'json':
      return succeed(
        textFile(
          `${stem}.json`,
          'application/json',
          `${JSON.stringify(reportOf(design, offsets), undefined, 2)}\n`,
        ),
      )
    case 'job':
      return succeed(
        textFile(
          `${stem}.foothold.json`,
          'application/json',
          writeDocument({ workshop, part, ways: [wayOf(design, workshop)] }),
        ),
      )
    case 'svg':
      return succeed(
        textFile(`${stem}.svg`, 'image/svg+xml', profileSvg(profileOf({ design, offsets }))),
      )
    case 'dxf':
      return succeed(
        textFile(`${stem}.dxf`, 'image/vnd.dxf', writeProfileDxf(profileOf({ design, offsets }))),
      )
    case 'pdf':
      return succeed({
        bytes: await drawingPdf(sheetOf(design, offsets), fonts()),
        type: 'application/pdf',
        name: `${stem}.pdf`,
      })
    case 'stl':
    case 'step': {
      const solid = nominalSolid(part)
      const mesh = await meshOf(solid)
      const bytes = kind === 'stl' ? succeed(stlOf(mesh, part.name)) : await sureStep(solid, mesh)
      return bytes.ok
        ? succeed({ bytes: bytes.value, type: `model/${kind}`, name: `${stem}.${kind}` })
        : bytes
    }
  }
}

/** The plate in figures, mm, places in its own corner: low and left as seen from above, Z from its underside. */
function reportOf({ beside, part, ...design }: PlateDesign, offsets: PlateOffsets): object {
  const { x, y, z } = part.size
  return {
    plate: { widthMm: x.mm, depthMm: y.mm, thicknessMm: z.mm, material: part.material },
    ...design,
    ...(design.sizes && {
      sizes: design.sizes.map((size, i) => ({
        ...size,
        offset: offsets.own[design.places.length + i],
      })),
    }),
    places: design.places.map(({ lies: { x, y }, ...place }, i) => ({
      ...place,
      turned: x && y,
      ...(x !== y && { mirrored: x ? 'x' : 'y' }),
      offset: offsets.own[i],
    })),
    ...(beside && {
      beside: {
        name: beside.name,
        shift: beside.shift,
        ...reportOf(beside.design, { own: offsets.beside, beside: [] }),
      },
    }),
    pins: design.pins.map(({ landRad, ...pin }) => ({
      ...pin,
      ...(landRad !== undefined && { landDeg: Math.round((landRad * 180e6) / Math.PI) / 1e6 }),
    })),
  }
}

/** The plate faced and all its holes made in one setup; what is let into its underside in one before. */
function wayOf({ part }: PlateDesign, workshop: Workshop): Way {
  const cutFrom = (side: 'top' | 'bottom'): readonly string[] =>
    part.features.flatMap(({ id, on }) => (on === side ? [id] : []))
  const under = cutFrom('bottom')
  const stages = [
    ...(under.length > 0 ? [['bottom', 'Underside', under] as const] : []),
    ['top', 'Top and holes', cutFrom('top')] as const,
  ]
  const empty: Way = {
    name: 'Way A',
    note: stages.length > 1 ? 'underside, then top' : 'faced and drilled in one setup',
    setups: [],
  }
  return stages.reduce<Way>((way, [up, name, features]) => {
    const setup = newSetup(workshop, part, way, up, 'back')
    const ops = [up, ...features].map((feature) => ({
      id: `op-${feature}`,
      feature,
      pass: 'finish' as const,
      leave: { mm: 0 },
    }))
    return { ...way, setups: [...way.setups, { ...setup, name, ops }] }
  }, empty)
}

/** Where each further size lies, a line each. */
const sizeLines = (
  { places, sizes = [] }: PlateDesign,
  offsets: readonly string[],
  length: (mm: number) => string,
): readonly (readonly [string, string])[] =>
  sizes.map((size, i) => [
    `${sizeWords(size)}, ${offsets[places.length + i] ?? 'by its shift'}`,
    `${length(size.shift.x)}, ${length(size.shift.y)} from the first`,
  ])

function profileOf({ design, offsets }: Numbered): Profile {
  const { beside, part, places, zero } = design
  const { x, y } = part.size
  const circles = (...wanted: readonly string[]) =>
    part.features.flatMap((feature) =>
      feature.kind === 'hole' && wanted.some((id) => feature.id.startsWith(id))
        ? holePoints(part, feature).map((at) => circleRing(at, feature.diameter.mm / 2))
        : [],
    )
  return {
    title: part.name,
    widthMm: x.mm,
    heightMm: y.mm,
    layers: [
      { name: 'PLATE', rings: [rectangleRing({ x: 0, y: 0 }, { x: x.mm, y: y.mm })] },
      { name: 'POCKETS', rings: [...pocketRings(part, 'top'), ...circles('corner')] },
      { name: 'KEYWAYS', rings: pocketRings(part, 'bottom') },
      { name: 'PINS', rings: circles('pin', 'stop') },
      { name: 'CLAMPS', rings: circles('clamp') },
      { name: 'RESTS', rings: circles('rest') },
      { name: 'SCREWS', rings: circles('screw') },
      { name: 'RELIEFS', rings: circles('relief') },
      { name: 'LIFTS', rings: circles('lift') },
      { name: 'AIR', rings: circles('air') },
      { name: 'TABLE', rings: circles('table', 'dowel', 'key', 'bore') },
    ].filter(({ rings }) => rings.length > 0),
    middles: places.map(({ shift }) => ({ x: zero.x + shift.x, y: zero.y + shift.y })),
    engraved: [
      ...engravedAt(design, offsets.own, { x: 0, y: 0 }),
      ...(beside ? engravedAt(beside.design, offsets.beside, beside.shift) : []),
    ],
  }
}

/** Pockets of a plate from wall to wall, their corners relieved by holes; or keyways in its underside. */
const pocketRings = (part: Part, on: Side): readonly Ring[] =>
  part.features.flatMap((feature) => {
    const box =
      feature.kind === 'pocket' && feature.on === on ? removedBox(part, feature) : undefined
    return box ? [rectangleRing(box.low, box.high)] : []
  })

/** Letters so high, so far in front of the part, mm. */
const [LETTERS_MM, BEFORE_MM] = [4, 2]

/** The offset of each place, in front of where its part lies. */
const engravedAt = (
  { places, sizes = [] }: PlateDesign,
  offsets: readonly string[],
  { x, y }: { readonly x: number; readonly y: number },
): readonly Engraved[] =>
  [...places, ...sizes].flatMap(({ corner }, i) => {
    const words = offsets[i]
    return words === undefined
      ? []
      : [
          {
            words,
            heightMm: LETTERS_MM,
            at: { x: corner.x + x, y: corner.y + y - BEFORE_MM - LETTERS_MM },
          },
        ]
  })

function sheetOf(design: PlateDesign, offsets: PlateOffsets): DrawingSheet {
  const { betweenPinsMm, offMm, part, pins, places, troubles, weightKg, zero } = design
  const length = (mm: number): string => lengthWords(mm, part.unit)
  return {
    title: part.name,
    subtitle: `${part.material}, ${length(part.size.x.mm)} × ${length(part.size.y.mm)} × ${length(part.size.z.mm)}, ${weightKg.toFixed(1)} kg`,
    main: drawing(part, { width: 700, height: 560, dimensions: true }),
    figures: [
      ...(betweenPinsMm === undefined || offMm === undefined
        ? []
        : ([
            ['Between the pins', length(betweenPinsMm)],
            ['Centres off along their line', `±${length(offMm)}`],
          ] as const)),
      ['Zero', `${zero.words}: ${length(zero.x)}, ${length(zero.y)} from the corner`],
      ...sizeLines(design, offsets.own, length),
      ...places
        .slice(1)
        .map(({ lies, shift }, i): [string, string] => [
          `Place ${i + 2}, ${offsets.own[i + 1] ?? 'by its shift'}${liesWords(lies)}`,
          `${length(shift.x)}, ${length(shift.y)} from the first`,
        ]),
    ],
    steps: {
      title: 'What goes into it',
      lines: [
        ...goesIn(design),
        ...(design.beside ? goesIn(design.beside.design).map((line) => `beside it, ${line}`) : []),
      ],
    },
    troubles,
    notes: [
      pins.length > 0
        ? 'Pins locate, screws only hold. Two round pins would bind by what the centres are off; a relieved one gives the same location and comes off. Push the part to the same side each time.'
        : `${design.pocket ? 'Walls' : 'Dowels'} locate, clamps only hold. Along to the end ${design.pocket ? 'wall' : 'dowel'} by hand, then the clamps, from the stop outwards.`,
      'Threads and screws are estimates: the maker’s limits, local rules and a qualified person decide.',
    ],
  }
}

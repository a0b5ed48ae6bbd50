import { type Result, succeed } from '@/core/ground/issues'
import { circleRing, rectangleRing } from '@/core/ground/outline'
import { type Profile, profileSvg, writeDocument } from '@/core/paper/formats'
import { drawing } from '@/core/paper/picture'
import { lengthWords } from '@/core/handbook/units'
import { workOf } from '@/core/plan/planning'
import { newSetup, type Way } from '@/core/plan/way'
import { designPlate, type PlateDesign } from '@/core/shop/making'
import { type Workshop } from '@/core/shop/workshop'
import { nominalSolid } from '@/core/work/stock'
import { writeProfileDxf } from '@/exchange'
import { meshOf, stlOf } from '@/kernel'
import { stepOf } from '@/kernel/exact'
import { type DrawingSheet, drawingPdf } from '@/pdf'
import { type Exported, slug, textFile } from './files'
import { fonts } from './fonts'
import { heldSo, type WhichSetup } from './heldSo'
import { type PlateKind } from './heldKinds'
import { exactKernel } from './solids/read'

/** A file, and whether the plate in it can be made and takes the part. */
export type ExportedPlate = Exported & { readonly isSound: boolean }

/** A fixture plate for one setup of a document: for the pins that locate it there, else for such as would be proposed. */
export async function plateFile(
  text: string,
  kind: PlateKind,
  options: WhichSetup,
): Promise<Result<ExportedPlate>> {
  const held = heldSo(text, options, 'plate')
  if (!held.ok) return held
  const { file, holding, setup } = held.value
  const design = designPlate(holding, workOf(setup), {
    contacts: setup.contacts,
    cuts: setup.setup.ops,
  })
  const stem = `${slug(setup.part.name)}-plate-${setup.index + 1}`
  const exported = await exportPlate(design, kind, stem, file.workshop)
  return exported.ok
    ? succeed({ ...exported.value, isSound: design.troubles.length === 0 })
    : exported
}

async function exportPlate(
  design: PlateDesign,
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
          `${JSON.stringify(reportOf(design), undefined, 2)}\n`,
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
      return succeed(textFile(`${stem}.svg`, 'image/svg+xml', profileSvg(profileOf(design))))
    case 'dxf':
      return succeed(textFile(`${stem}.dxf`, 'image/vnd.dxf', writeProfileDxf(profileOf(design))))
    case 'pdf':
      return succeed({
        bytes: await drawingPdf(sheetOf(design), fonts()),
        type: 'application/pdf',
        name: `${stem}.pdf`,
      })
    case 'stl':
      return succeed({
        bytes: stlOf(await meshOf(nominalSolid(part)), part.name),
        type: 'model/stl',
        name: `${stem}.stl`,
      })
    case 'step': {
      const written = stepOf(await exactKernel(), nominalSolid(part))
      return written.ok
        ? succeed({ bytes: written.value.bytes, type: 'model/step', name: `${stem}.step` })
        : written
    }
  }
}

/** The plate in figures, mm, places in its own corner: low and left as seen from above, Z from its underside. */
function reportOf({ part, ...design }: PlateDesign): object {
  const { x, y, z } = part.size
  return {
    plate: { widthMm: x.mm, depthMm: y.mm, thicknessMm: z.mm, material: part.material },
    ...design,
    pins: design.pins.map(({ landRad, ...pin }) => ({
      ...pin,
      ...(landRad !== undefined && { landDeg: Math.round((landRad * 180e6) / Math.PI) / 1e6 }),
    })),
  }
}

/** The plate faced and all its holes made in one setup. */
function wayOf({ part }: PlateDesign, workshop: Workshop): Way {
  const way: Way = { name: 'Way A', note: 'faced and drilled in one setup', setups: [] }
  const setup = newSetup(workshop, part, way, 'top', 'back')
  const wanted = ['top', ...part.features.map(({ id }) => id)]
  return {
    ...way,
    setups: [
      {
        ...setup,
        name: 'Top and holes',
        ops: wanted.map((feature) => ({
          id: `op-${feature}`,
          feature,
          pass: 'finish' as const,
          leave: { mm: 0 },
        })),
      },
    ],
  }
}

function profileOf({ part, zero }: PlateDesign): Profile {
  const { x, y } = part.size
  const circles = (wanted: string) =>
    part.features.flatMap((feature) =>
      feature.kind === 'hole' && feature.id.startsWith(wanted)
        ? [
            circleRing(
              {
                x: feature.place.dims[0]?.at.mm ?? 0,
                y: feature.place.dims[1]?.at.mm ?? 0,
              },
              feature.diameter.mm / 2,
            ),
          ]
        : [],
    )
  return {
    title: part.name,
    widthMm: x.mm,
    heightMm: y.mm,
    layers: [
      { name: 'PLATE', rings: [rectangleRing({ x: 0, y: 0 }, { x: x.mm, y: y.mm })] },
      { name: 'PINS', rings: circles('pin') },
      { name: 'RESTS', rings: circles('rest') },
      { name: 'SCREWS', rings: circles('screw') },
      { name: 'RELIEFS', rings: circles('relief') },
    ].filter(({ rings }) => rings.length > 0),
    middles: [{ x: zero.x, y: zero.y }],
  }
}

function sheetOf(design: PlateDesign): DrawingSheet {
  const { betweenPinsMm, offMm, part, pins, restMm, rests, screws, troubles, weightKg, zero } =
    design
  const length = (mm: number): string => lengthWords(mm, part.unit)
  return {
    title: part.name,
    subtitle: `${part.material}, ${length(part.size.x.mm)} × ${length(part.size.y.mm)} × ${length(part.size.z.mm)}, ${weightKg.toFixed(1)} kg`,
    main: drawing(part, { width: 700, height: 560, dimensions: true }),
    figures: [
      ['Between the pins', length(betweenPinsMm)],
      ['Centres off along their line', `±${length(offMm)}`],
      ['Zero', `${zero.words}: ${length(zero.x)}, ${length(zero.y)} from the corner`],
    ],
    steps: {
      title: 'What goes into it',
      lines: [
        ...pins.map(({ headMm, kind, landMm, playMm, shankMm }) =>
          [
            `${kind} pin: ${length(headMm)} in the part, ${length(playMm)} play; shank ${length(shankMm)} m6, reamed H7, out again from below`,
            ...(landMm === undefined || landMm >= headMm
              ? []
              : [`lands ${length(landMm)} wide across the line of the pins`]),
          ].join('; '),
        ),
        `${rests.length} rest buttons, ${length(restMm)} high, ground together`,
        ...screws.map(
          ({ engagedMm, lengthMm, thread }) =>
            `screw ${thread} × ${lengthMm}, ${length(engagedMm)} in the plate`,
        ),
      ],
    },
    troubles,
    notes: [
      'Pins locate, screws only hold. Two round pins would bind by what the centres are off; a relieved one gives the same location and comes off. Push the part to the same side each time.',
      'Threads and screws are estimates: the maker’s limits, local rules and a qualified person decide.',
    ],
  }
}

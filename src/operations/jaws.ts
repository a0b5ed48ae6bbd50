import { type Result, succeed } from '@/core/ground/issues'
import { circleRing, rectangleRing } from '@/core/ground/outline'
import { moved, type Recipe } from '@/core/ground/recipe'
import { point } from '@/core/ground/geometry'
import { type Profile, profileSvg } from '@/core/paper/formats'
import { lengthWords } from '@/core/handbook/units'
import { jackPlaces, type PlannedSetup } from '@/core/plan/planning'
import { refLabel } from '@/core/work/part'
import {
  halvesOf,
  type JawDesign,
  type JawHalf,
  jawCorner,
  jawExtent,
  jawReport,
  ringFrom,
} from '@/core/shop/making'
import { writeProfileDxf } from '@/exchange'
import { jawsOf, meshOf, stlOf } from '@/kernel'
import { drawingPdf } from '@/pdf'
import { type Exported, slug, textFile } from './exported'
import { fonts } from './fonts'
import { heldSo, type WhichSetup } from './heldSo'
import { type JawKind } from './heldKinds'
import { jawSheet } from './jawSheet'
import { sureStep } from './solids/sureStep'
import { stockMissing } from './solids/stockMissing'

/** Which jaws are wanted. */
export interface JawOptions extends WhichSetup {
  readonly jaw?: JawHalf['half'] | undefined
}

/** Soft jaws for one setup of a document: those that hold it there, else such as would be proposed. */
export async function jawsFile(
  text: string,
  kind: JawKind,
  options: JawOptions,
): Promise<Result<ExportedJaws>> {
  const planned = heldSo(text, options, 'soft-jaws')
  if (!planned.ok) return planned
  const { holding, setup } = planned.value
  const design = await jawsOf(setup, holding).catch(stockMissing)
  if ('ok' in design) return design
  const troubles = [...design.troubles, ...forbiddenIn(setup)]
  const exported = await exportJaws(setup, { ...design, troubles }, kind, options.jaw)
  return exported.ok ? succeed({ ...exported.value, isSound: troubles.length === 0 }) : exported
}

/** What forbids the holding itself: blanks too thin or too short, screws in the way, nothing flat, a cut into the jaws. */
function forbiddenIn(planned: PlannedSetup) {
  const { contacts, index, part, setup, standing } = planned
  return standing
    .findings({
      index,
      ops: setup.ops,
      locators: contacts,
      props: jackPlaces(planned).map(({ inSetup }) => inSetup),
      length: (mm) => lengthWords(mm, part.unit),
      name: (ref) => refLabel(part, ref),
    })
    .filter(({ severity }) => severity === 'forbids')
    .map(({ rest, what }) => ({ code: 'holding' as const, sentence: `${what} ${rest}` }))
}

/** A file, and whether the jaws in it can be made and hold. */
export type ExportedJaws = Exported & { readonly isSound: boolean }

/** A pair of jaws, or one half, as figures, as a solid, or as a drawing. */
async function exportJaws(
  planned: PlannedSetup,
  design: JawDesign,
  kind: JawKind,
  jaw?: JawHalf['half'],
): Promise<Result<Exported>> {
  const { index, part } = planned
  const { title } = jawSheet(planned, design)
  const stem = `${slug(part.name)}-jaws-${index + 1}${jaw === undefined ? '' : `-${jaw}`}`
  switch (kind) {
    case 'json':
      return succeed(
        textFile(
          `${stem}.json`,
          'application/json',
          `${JSON.stringify(jawReport(design, jaw), undefined, 2)}\n`,
        ),
      )
    case 'svg':
      return succeed(
        textFile(`${stem}.svg`, 'image/svg+xml', profileSvg(profileOf(design, title, jaw))),
      )
    case 'dxf':
      return succeed(
        textFile(`${stem}.dxf`, 'image/vnd.dxf', writeProfileDxf(profileOf(design, title, jaw))),
      )
    case 'pdf':
      return succeed({
        bytes: await drawingPdf(jawSheet(planned, design), fonts()),
        type: 'application/pdf',
        name: `${stem}.pdf`,
      })
    case 'stl':
    case 'step':
      return solidOf(bodyOf(design, jaw), title, stem, kind)
  }
}

/** The halves in their own corner: the low left one of the half, or of the moving half for both, Z from the foot. */
function bodyOf(design: JawDesign, jaw?: JawHalf['half']): Recipe<'setup'> {
  const { x, y } = jawCorner(design, jaw)
  const by = {
    rows: [point<'setup'>(1, 0, 0), point<'setup'>(0, 1, 0), point<'setup'>(0, 0, 1)],
    shift: point<'setup'>(-x, -y, 0),
  } as const
  const bodies = halvesOf(design, jaw).map(({ body }) => body)
  const [first] = bodies
  return moved(by, bodies.length === 1 && first ? first : { kind: 'united', of: bodies })
}

async function solidOf(
  body: Recipe<'setup'>,
  title: string,
  stem: string,
  kind: 'stl' | 'step',
): Promise<Result<Exported>> {
  const mesh = await meshOf(body)
  const bytes = kind === 'stl' ? succeed(stlOf(mesh, title)) : await sureStep(body, mesh)
  return bytes.ok
    ? succeed({ bytes: bytes.value, type: `model/${kind}`, name: `${stem}.${kind}` })
    : bytes
}

function profileOf(design: JawDesign, title: string, jaw?: JawHalf['half']): Profile {
  const origin = jawCorner(design, jaw)
  const halves = halvesOf(design, jaw)
  return {
    title,
    ...jawExtent(halves),
    layers: [
      {
        name: 'BLANK',
        rings: halves.map(({ high, low }) => ringFrom(rectangleRing(low, high), origin)),
      },
      {
        name: 'JAW',
        rings: halves.flatMap(({ profile }) => profile.map((ring) => ringFrom(ring, origin))),
      },
      {
        name: 'GROOVE',
        rings: halves.flatMap(({ groove }) => groove.map((ring) => ringFrom(ring, origin))),
      },
      {
        name: 'FLOOR',
        rings: halves.flatMap(({ channels, under }) => [
          ...channels.map((ring) => ringFrom(ring, origin)),
          ...under.map(({ at, radiusMm }) => ringFrom(circleRing(at, radiusMm), origin)),
        ]),
      },
      {
        name: 'PINS',
        rings: halves.flatMap(({ pins }) =>
          pins.map(({ at, shankMm }) => ringFrom(circleRing(at, shankMm / 2), origin)),
        ),
      },
      { name: 'PART', rings: design.outline.map((ring) => ringFrom(ring, origin)) },
    ].filter(({ rings }) => rings.length > 0),
    middles: [{ x: design.zero.x - origin.x, y: design.zero.y - origin.y }],
  }
}

import {
  applyMotion,
  AXES,
  type Axis,
  type Point,
  rotationAbout,
  scale,
  subtract,
} from '../../ground/geometry'
import {
  cornerOf,
  driven,
  type IndexedFrom,
  type LeaningFrom,
  leansAbout,
  rotaryCentre,
  swungIn,
  turnOf,
} from '../../plan/planning'
import { type Column, type Term } from '../../chain/variation'
import { ACROSS, settingOf, SWUNG_HEAD } from '../../shop/workshop'
import { type SetupMaking } from './making'

/** The rotary axis comes to its angle anew each time: the part turns about its centre by what it is off. */
export function indexColumn(making: SetupMaking, { base, turner }: IndexedFrom): Column {
  const { axes, book, setup, standing } = making
  const along = axes[AXES.indexOf(turner?.rotary.along ?? 'x')] as Point<'part'>
  const centre = applyMotion(standing.partFromSetup, rotaryCentre(base))
  const source = book.index(`at ${setup.id}, index angle`, () => ({
    cause: `${turner?.by === 'axis' ? turner.rotary.letter : (turner?.name ?? 'the index')} comes to its angle`,
    link: `at ${setup.id}, index`,
    setup: setup.id,
    unit: 'mm/mm',
    plusMinus: turner?.rotary.angleRad ?? 0,
    remedy:
      'Stand the part so that what is cut lies near the centre of the axis, clamp the axis, or indicate a face after the turn.',
    lights: setup.ops.map((op) => op.feature),
  }))
  return { source, six: rotationAbout(centre, along) }
}

/** A holding leans by what was set, within so much; zero is found after that, so that the part turns about where it is found. */
export function leanColumn(making: SetupMaking, leaning: LeaningFrom): Column {
  const corner = applyMotion(making.standing.partFromSetup, cornerOf(leaning))
  return turnedByLean(making, leaning, corner)
}

/**
 * A head is swung by what was set, within so much: the table goes where it is sent all the same, and only what the
 * quill does goes astray. So what is cut at a place is turned about the point of the spindle's line where the quill
 * stood when zero was found. What is made through another part's holes goes by those.
 */
export function headColumns(making: SetupMaking, at: Point<'part'>): readonly Column[] {
  const swung = swungIn(making)
  if (!swung || making.standing.handsOn) return []
  const inSetup = applyMotion(making.standing.setupFromPart, at)
  const quill = driven(making, subtract(inSetup, cornerOf(swung))).z
  return [turnedByLean(making, swung, subtract(at, scale(making.axes[2], quill)))]
}

function turnedByLean(
  { axes, book, setup }: SetupMaking,
  { lean, on }: LeaningFrom,
  about: Point<'part'>,
): Column {
  const setting = settingOf(on, lean)
  const isSwung = on.sets === SWUNG_HEAD
  const source = book.index(`at ${setup.id}, lean`, () => ({
    cause: `${isSwung ? `head of ${on.name}` : on.name.toLowerCase()} set to its angle`,
    link: `at ${setup.id}, lean`,
    setup: setup.id,
    unit: 'mm/mm',
    plusMinus: setting.ok ? setting.value.plusMinusRad : 0,
    remedy: isSwung
      ? 'Read the angle again: an indicator in the spindle along a sine plate or angle block set to it, over a long way of the quill.'
      : 'Read the angle again with an indicator along a face, or set it on a longer sine plate.',
    lights: setup.ops.map((op) => op.feature),
  }))
  const along = axes[AXES.indexOf(leansAbout(lean))] as Point<'part'>
  return { source, six: rotationAbout(about, along) }
}

/** Zero is carried round a centre that is known only so well: it comes out off by I − R of that. */
export function centreTerms({ book }: SetupMaking, indexed: IndexedFrom, axis: Axis): Term[] {
  const { turner } = indexed
  if (!turner) return []
  const { key, name, rotary } = turner
  const centre = turner.by === 'axis' ? `centre of ${rotary.letter}` : 'axis as it turns'
  const row = turnOf(indexed).rows[AXES.indexOf(axis)] as Point<'setup'>
  return ACROSS[rotary.along].flatMap((of) => {
    const coefficient = (of === axis ? 1 : 0) - row[of]
    if (Math.abs(coefficient) < 1e-12) return []
    const source = book.index(`${key}, ${centre} ${of}`, () => ({
      cause: turner.by === 'axis' ? centre : `axis of the ${name.toLowerCase()}, turned`,
      link: `${key}, ${centre}`,
      gear: name,
      plusMinus: rotary.centreMm,
      remedy: `Find the ${turner.by === 'axis' ? centre : 'axis'} anew: touch a bar on both sides of half a turn.`,
      lights: [],
    }))
    return [{ source, coefficient }]
  })
}

import { z } from 'zod'
import { id, name, positive, spread } from './fields'

export const ViseSchema = z.strictObject({
  id,
  name,
  jawWidth: positive,
  jawHeight: positive.describe('From the bed to the top of the jaws, mm.'),
  opening: positive,
  bedHeight: positive.optional().describe('From the table to the bed of the vise, mm.'),
  leanPer100: spread.describe('Fixed jaw out of square to the bed, ± mm in 100 mm.'),
  tramPer100: spread.describe('Fixed jaw out of line with the travel, ± mm in 100 mm.'),
  bedPer100: spread
    .default(0.005)
    .describe('Bed out of parallel with the table’s travel, ± mm in 100 mm.'),
  liftMm: spread.describe('How far the moving jaw may lift the work, mm.'),
  pairMm: spread
    .optional()
    .describe('There are two alike: set in line their jaws and beds differ by up to ± mm.'),
  stopMm: spread.describe('How closely work comes back to the stop, ± mm.'),
  storedMm: spread.describe('How closely the stored zero of jaw and stop is known, ± mm.'),
})

export const ParallelsSchema = z.strictObject({
  id,
  name,
  height: positive,
  thickness: positive,
  length: positive,
  differenceMm: spread.describe('The two differ in height by up to ± mm.'),
})

/** Straps with their studs and step blocks, and what work on the bare table is put against. */
export const StrapSchema = z.strictObject({
  id,
  name,
  width: positive,
  reach: positive.describe('How far it lies on the work, mm.'),
  height: positive.describe('Strap and nut over the work, mm.'),
  placedMm: spread.describe('How closely work is put down by hand, ± mm.'),
  stopMm: spread.describe('How closely work comes back to a stop or fence on the table, ± mm.'),
  storedMm: spread.describe('How closely the place of stop, fence and table is known, ± mm.'),
})

/** A fixture plate with pads and two pins. */
export const PlateSchema = z.strictObject({
  id,
  name,
  height: positive.describe('From the table to the top of the pads, mm.'),
  padHeight: positive.describe('Pads over the plate itself, mm.'),
  grid: positive
    .optional()
    .describe('Pitch of a grid of M8 threads that it has, half a pitch from its corner, mm.'),
  differenceMm: spread.describe('The pads differ in height by up to ± mm.'),
  pinMm: spread.describe('A pin is off its place by up to ± mm.'),
  linePer100: spread.describe('The line of the pins is out of the travel, ± mm in 100 mm.'),
  storedMm: spread.describe(
    'How closely the place of pins and pads in the machine is known, ± mm.',
  ),
})

/** An angle plate: a face that stands upright on the table. */
export const AnglePlateSchema = z.strictObject({
  id,
  name,
  width: positive,
  height: positive.describe('Upright face over the table, mm.'),
  leanPer100: spread.describe('Upright face out of square to the table, ± mm in 100 mm.'),
  tramPer100: spread.describe('Upright face out of line with the travel, ± mm in 100 mm.'),
  stopMm: spread.describe('How closely work comes back to the stop, ± mm.'),
  storedMm: spread.describe('How closely the place of face and stop is known, ± mm.'),
})

/** A pair of blanks for soft jaws, as they are screwed to a vise. */
export const JawBlankSchema = z
  .strictObject({
    id,
    name,
    width: positive.describe('Along the jaw, mm.'),
    thickness: positive.describe('Each of the two, from the vise’s jaw to the gap, mm.'),
    height: positive.describe('From the bed of the vise to their top, mm.'),
    screwApart: positive.describe('Between the two screws of each, mm.'),
    screwHeight: positive.describe('Middle of the screws over the bed, mm.'),
    headDiameter: positive.describe('Counterbore of the screws, mm.'),
    baseHeight: positive
      .optional()
      .describe(
        'Two-piece: a base so high stays on the vise, mm; its top alone is cut and changed, held by screws from above.',
      ),
    screwBack: positive
      .optional()
      .describe(
        'From the gap to the middle of those screws, mm; the middle of the thickness where left out.',
      ),
    pairs: z.int().min(0).max(1000).describe('How many pairs are there uncut.'),
    backMm: spread.describe('How closely cut jaws come back when they are screwed on again, ± mm.'),
  })
  .refine(({ baseHeight = 0, height }) => baseHeight < height, {
    path: ['baseHeight'],
    message: 'must be lower than the jaws',
  })
  .refine(({ screwBack = 0, thickness }) => screwBack < thickness, {
    path: ['screwBack'],
    message: 'must be less than the thickness',
  })

/** A vise of which both jaws move: their middle is what stays. */
export const CentringViseSchema = z.strictObject({
  id,
  name,
  jawWidth: positive,
  jawHeight: positive.describe('From the bed to the top of the jaws, mm.'),
  opening: positive,
  bedHeight: positive.optional().describe('From the table to the bed of the vise, mm.'),
  centreMm: spread.describe('How closely the jaws close on the same middle, ± mm.'),
  leanPer100: spread.describe('The jaws’ middle plane out of square to the bed, ± mm in 100 mm.'),
  tramPer100: spread.describe('The jaws out of line with the travel, ± mm in 100 mm.'),
  bedPer100: spread.describe('Bed out of parallel with the table’s travel, ± mm in 100 mm.'),
  liftMm: spread.describe('How far each jaw may lift the work, mm.'),
  stopMm: spread.describe('How closely work comes back to the stop, ± mm.'),
  storedMm: spread.describe('How closely the stored middle is known, ± mm.'),
})

/** How what turns work by itself divides a turn. */
const dividing = {
  divides: z
    .enum(['head', 'flats'])
    .optional()
    .describe('It turns work by itself: an index head, or a block put down on another flat.'),
  parts: z
    .int()
    .min(2)
    .max(3600)
    .optional()
    .describe('Into so many equal parts: 36 holes and a vernier of ten make 360.'),
  divideDeg: z.number().min(0).max(2).optional().describe('Each of them off by up to ± degrees.'),
  divideMm: spread.optional().describe('Its axis moves with the turn by up to ± mm.'),
}

/** A chuck or a collet block: what it grips is centred on its axis. */
export const ChuckSchema = z.strictObject({
  id,
  name,
  grips: z.enum(['round', 'square']).describe('Three jaws or a round collet, or four flats.'),
  least: positive.describe('Thinnest work, mm.'),
  most: positive.describe('Thickest work, mm.'),
  deep: positive.describe('How far work goes into it at most, mm.'),
  body: positive.describe('Diameter of the body, mm.'),
  length: positive.describe('From where it is mounted to the front of the jaws, mm.'),
  centreHeight: positive.describe('From the table to its axis, mm.'),
  centreMm: spread.describe('What it grips is off its axis by up to ± mm.'),
  alongPer100: spread.describe('Its axis out of line with the travel, ± mm in 100 mm.'),
  tailMm: spread.optional().describe('The centre of its tailstock is off the axis by up to ± mm.'),
  ...dividing,
  stopMm: spread.describe('How closely work comes back to the stop inside it, ± mm.'),
  storedMm: spread.describe('How closely the place of axis and front is known, ± mm.'),
})

/** A flat plate that turns about X, on a head or on the machine's own axis: work lies against its face. */
export const FacePlateSchema = z.strictObject({
  id,
  name,
  diameter: positive.describe('Diameter, mm.'),
  thickness: positive.describe('From where it is mounted to its face, mm.'),
  centreHeight: positive.describe('From the table to its axis, mm.'),
  facePer100: spread.describe('Its face runs out, ± mm in 100 mm.'),
  centreMm: spread.describe('A pin in its middle is off the axis by up to ± mm.'),
  alongPer100: spread.describe('Its axis out of line with the travel, ± mm in 100 mm.'),
  ...dividing,
  storedMm: spread.describe('How closely the place of axis and face is known, ± mm.'),
})

/** A pair of V-blocks on the table. */
export const VBlockSchema = z.strictObject({
  id,
  name,
  angleDeg: z.number().min(30).max(150).describe('Between the walls of the V, degrees.'),
  vertex: positive.describe('From the table to where the walls would meet, mm.'),
  length: positive.describe('Each of the two along the work, mm.'),
  width: positive.describe('Across the work, mm.'),
  height: positive.describe('From the table to their top, mm.'),
  most: positive.describe('Thickest round that lies on the walls, mm.'),
  matchMm: spread.describe('The two of a pair differ by up to ± mm.'),
  stopMm: spread.describe('How closely work comes back to the stop, ± mm.'),
  storedMm: spread.describe('How closely the place of the V in the machine is known, ± mm.'),
})

/** A plate with rows of holes for stops, and low clamps that push from the side. */
export const ToePlateSchema = z.strictObject({
  id,
  name,
  height: positive.describe('From the table to its top, mm.'),
  width: positive.describe('Along X, mm.'),
  depth: positive.describe('Along Y, mm.'),
  pitch: positive.describe('Between its holes, mm.'),
  step: positive.describe('Stops and clamps can be put in steps of, mm.'),
  travel: positive.describe('How far a clamp pushes, mm.'),
  toe: positive.describe('Clamps and stops stand over the plate by, mm.'),
  flatMm: spread.describe('Its top is out of flat under the work by up to ± mm.'),
  stopMm: spread.describe('A stop is off its place by up to ± mm.'),
  linePer100: spread.describe('Its rows are out of the travel, ± mm in 100 mm.'),
  storedMm: spread.describe('How closely its place in the machine is known, ± mm.'),
})

/** What a holding is set leaning on: a sine plate, a set of angle blocks, or a bed with a scale. */
export const TilterSchema = z.strictObject({
  id,
  name,
  sets: z
    .enum(['sine', 'blocks', 'scale'])
    .describe('By gauge blocks under a roll, by angle blocks, or by a scale that is read.'),
  most: z.number().positive().max(90).describe('Leans by at most, degrees.'),
  height: positive.describe('From the table to where the holding stands on it, upright, mm.'),
  apart: positive.describe('Between its rolls, or across what lies on it, mm.'),
  offMm: spread.describe('Rolls, and gauge blocks under them, off by up to ± mm; sine only.'),
  angles: z
    .string()
    .regex(
      /^\d{1,2}(\.\d+)?(\s*,\s*\d{1,2}(\.\d+)?){0,11}$/,
      'must be degrees with commas, twelve at most',
    )
    .optional()
    .describe('Angle blocks that are there, degrees; added and taken off.'),
  offDeg: z
    .number()
    .min(0)
    .max(2)
    .describe('One block, or a reading of the scale, off by up to ± degrees.'),
  foundMm: spread.describe('How closely zero is found again once it leans, ± mm.'),
})

export type Tilter = z.infer<typeof TilterSchema>
export type Vise = z.infer<typeof ViseSchema>
export type Parallels = z.infer<typeof ParallelsSchema>
export type Strap = z.infer<typeof StrapSchema>
export type Plate = z.infer<typeof PlateSchema>
export type AnglePlate = z.infer<typeof AnglePlateSchema>
export type JawBlank = z.infer<typeof JawBlankSchema>
export type CentringVise = z.infer<typeof CentringViseSchema>
export type Chuck = z.infer<typeof ChuckSchema>
export type FacePlate = z.infer<typeof FacePlateSchema>
export type VBlock = z.infer<typeof VBlockSchema>
export type ToePlate = z.infer<typeof ToePlateSchema>

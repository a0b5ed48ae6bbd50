import { describe, expect, it } from 'vitest'
import { newPart, type Part } from '../part'
import { after, printSaid, readLine } from '.'

/*
 * Lines as people write them, and what they say in the words of the program; or, where it cannot know, what
 * it offers instead. The lines are as five different machinists would write them, invented for this test.
 */

const withDatums = (part: Part): Part => ({
  ...part,
  faces: {
    ...part.faces,
    bottom: { ...part.faces.bottom, datum: 'A' },
    left: { ...part.faces.left, datum: 'B' },
    front: { ...part.faces.front, datum: 'C' },
  },
})
const saying = (part: Part, ...lines: readonly string[]): Part =>
  lines.reduce((now, line) => {
    const read = readLine(now, line)
    if (!read.ok) throw new Error(`${line}: ${read.sentence}`)
    return after(now, read.said)
  }, part)

const block = withDatums(newPart('Block', { x: { mm: 120 }, y: { mm: 80 }, z: { mm: 40 } }))
const inchBlock = withDatums({
  ...newPart('Plate', { x: { mm: 101.6 }, y: { mm: 63.5 }, z: { mm: 31.75 } }),
  unit: 'inch',
})
const withBore = saying(
  block,
  'bore 22 H7 through, on front, 20 from base, 41 from left end',
  '4 holes 6.6 through, on top, 60 x 40, centred, called mounting holes',
)
const twoBores = saying(withBore, 'bore 8 H7 10 deep, on top, 10 from left end, 10 from front')
const inchBore = saying(
  inchBlock,
  'bore 0.75 through, on front, 0.625 from base, centred, called main bore',
  'slot 1/2 wide 3/8 deep along X, on top, centred, called key slot',
)

/** The line in front, for the name of the test. */
const byLine = <Rest extends readonly unknown[]>(
  rows: readonly (readonly [Part, string, ...Rest])[],
): [string, Part, ...Rest][] => rows.map(([part, line, ...rest]) => [line, part, ...rest])

describe('taken as written', () => {
  it.each(
    byLine<[said: string]>([
      // A jobbing shop, in millimetres, short.
      [
        block,
        '4 x M6 tapped 12 deep on top, 60 x 40, centred',
        '4 holes M6 12 deep, on top, 60 x 40, centred',
      ],
      [
        block,
        'M6 tapped 12 deep on top, 20 from left, 15 from front',
        'hole M6 12 deep, on top, 20 from left end, 15 from front',
      ],
      [
        block,
        'clearance hole for M6 close through on top 20 from left 15 from front',
        'hole 6.4 through, on top, 20 from left end, 15 from front',
      ],
      [block, '6 x 5.5 dia on 30 PCD thru, top', 'bolt circle 6 x 5.5 on 30 through, on top'],
      [
        block,
        'ream 6 H7 20 deep on top 20 from left and 15 from front',
        'reamed hole 6 H7 20 deep, on top, 20 from left end, 15 from front',
      ],
      [
        block,
        'drill 5 thru on top x20 y15',
        'hole 5 through, on top, 20 from left end, 15 from front',
      ],
      [
        block,
        'pocket 40 x 20, 8 deep, in the middle of top, corner radius 5',
        'pocket 40 x 20 x 8 deep, on top, centred, corner 5',
      ],
      [
        block,
        'pocket 40 x 20 x 8 deep on top centred corners R5 floor R2',
        'pocket 40 x 20 x 8 deep, on top, centred, corner 5, floor radius 2',
      ],
      [
        block,
        'slot 12 wide 4 deep along X, on top, R1.5 at the floor',
        'slot 12 wide 4 deep along X, on top, floor radius 1.5',
      ],
      [
        block,
        'step 20 wide 10 deep on top at right, 3 fillet',
        'step 20 wide 10 deep, on top, at right end, floor radius 3',
      ],
      [
        block,
        'boss 20 x 5 high on top centred fillet 2',
        'boss 20 x 5 high, on top, centred, floor radius 2',
      ],
      [
        block,
        'pocket 40 x 20 x 8 deep on top centred, R5, R2 floor',
        'pocket 40 x 20 x 8 deep, on top, centred, corner 5, floor radius 2',
      ],
      [block, '92 x 60 x 75 block', 'block 92 x 60 x 75'],
      [block, 'slot 12 wide 4 deep on top front to back', 'slot 12 wide 4 deep along Y, on top'],
      [
        block,
        'hole 6 through, on top, left 20, front 15',
        'hole 6 through, on top, 20 from left end, 15 from front',
      ],
      [
        block,
        'counterbored hole for M6 normal through on top centred',
        'hole 6.6 through, on top, centred, counterbore 11 x 6.6',
      ],
      // A toolroom that works in inches.
      [
        inchBlock,
        'slot 1/2 wide 3/8 deep on top along front',
        'slot 1/2 wide 3/8 deep along X, on top',
      ],
      [
        inchBlock,
        'hole 0.2 thru on top centred counterbored for 10-32',
        'hole 0.2 through, on top, centred, counterbore 0.375 x 0.19',
      ],
      [inchBlock, 'chamfer 0.03 all round top', 'chamfer 0.03 x 45°, on top, centred'],
      [
        inchBlock,
        '5/16-18 tapped 3/4 deep on top 1 from right 1/2 from back',
        'hole 5/16-18 3/4 deep, on top, 1 from right end, 1/2 from back',
      ],
      [
        inchBlock,
        '.25 reamed hole 1/2 deep on top at X1 Y.75',
        'reamed hole .25 1/2 deep, on top, 1 from left end, .75 from front',
      ],
      [
        inchBlock,
        'pocket 1.5 x .75 x .25 deep, top, centered, .125 corner radius',
        'pocket 1.5 x .75 x .25 deep, on top, centred, corner .125',
      ],
      [
        inchBlock,
        '4 holes 10-32 1/2 deep on top on a 2 x 1.5 rectangle in the center',
        '4 holes #10-32 1/2 deep, on top, 2 x 1.5, centred',
      ],
      [inchBore, 'hold bore 0.625 ±0.001 from base', 'hold main bore to base ±0.001'],
      [inchBore, 'hold main bore dia .750 +.0005/-.0000', 'hold main bore size +0.0005 +0'],
      [
        inchBore,
        'hold slot central on front and back within .003',
        'hold key slot central on middle of front and back within .003',
      ],
      [inchBlock, 'hole 10 through on top centred, in mm', 'hole 10mm through, on top, centred'],
      [
        block,
        'inch: hole 1/4 through on top, 1 from left, 0.5 from front',
        'hole 1/4 through, on top, 1in from left end, 0.5in from front',
      ],
      [block, 'block 4 x 2 x 1.5 in', 'block 4in x 2in x 1.5in'],
      // A model engineer, in long words, with commas forgotten.
      [
        block,
        '2BA tapped hole 10 deep on front 20 from base 15 from left',
        'hole 2BA 10 deep, on front, 20 from base, 15 from left end',
      ],
      [block, '1/4x40 ME through on top centred', 'hole 1/4x40 ME through, on top, centred'],
      [block, 'keyway 4 wide 2.5 deep on top along X', 'slot 4 wide 2.5 deep along X, on top'],
      [
        block,
        'a 10mm reamed hole right through the front, 20 above base and 30 from the left end',
        'reamed hole 10mm through, on front, 20 from base, 30 from left end',
      ],
      [
        block,
        'two holes 6 through on top row at 30 centred',
        '2 holes 6 through, on top, row at 30, centred',
      ],
      [
        block,
        '4 off M8 tapped thru on the top face 60 by 40 rectangle in the middle',
        '4 holes M8 through, on top, 60 x 40, centred',
      ],
      [
        block,
        'rebate 20 wide 10 deep on top, at left',
        'step 20 wide 10 deep, on top, at left end',
      ],
      [
        block,
        'chamfer 1 x 45° on top at left',
        'chamfer 1 x 45°, on top, centred, only at left end',
      ],
      [
        block,
        'chamfer 2 on base, edges at front and back',
        'chamfer 2 x 45°, on base, centred, only at front and back',
      ],
      [
        inchBore,
        'chamfer .02 x 45° round key slot',
        'chamfer .02 x 45°, on top, centred, round the mouth of key slot',
      ],
      [block, 'break edges of top 0.3', 'chamfer 0.3 x 45°, on top, centred'],
      [
        block,
        'chamfer 1 on top, left and right',
        'chamfer 1 x 45°, on top, centred, only at left end and right end',
      ],
      [block, 'round the edges of top R2', 'rounding 2, on top, centred'],
      [
        block,
        'rounded edges R1.5 on base at left and back',
        'rounding 1.5, on base, centred, only at left end and back',
      ],
      [
        inchBore,
        'edge radius .03 round key slot',
        'rounding .03, on top, centred, round the mouth of key slot',
      ],
      // A drawing office, in the words of the standards.
      [
        withBore,
        'hold mounting holes true position ⌀0.2 MMC to A, B and C',
        'hold mounting holes position to base | left end | front within 0.2 at most material',
      ],
      [
        withBore,
        'hold holes position 0.2 to A B C',
        'hold mounting holes position to base | left end | front within 0.2',
      ],
      [withBore, 'hold front perpendicular to A 0.03', 'hold front square to base within 0.03'],
      [withBore, 'hold the bore parallel to A .02', 'hold bore 22 H7 parallel to base within .02'],
      [
        withBore,
        'hold bore concentric with mounting holes 0.1',
        'hold bore 22 H7 in line with mounting holes within 0.1',
      ],
      [withBore, 'hold base flatness 0.02', 'hold base flat within 0.02'],
      [withBore, 'hold bore size +0.021/0', 'hold bore 22 H7 size +0.021 +0'],
      [
        withBore,
        'hold no. 2 of mounting holes to left ±0.1',
        'hold mounting holes no. 2 to left end ±0.1',
      ],
      [
        withBore,
        'hold top from A 40 +0.05 -0.02, critical',
        'hold top to base +0.05 -0.02, critical',
      ],
      [
        withBore,
        'bolt circle of 6 x M5 on 30, on front, 20 from base, 80 from left, first hole at 30',
        'bolt circle 6 x M5 on 30, on front, first at 30, 20 from base, 80 from left end',
      ],
      [
        withBore,
        'hole 20 from left ±0.1, 15 from front, through, on top, dia 6',
        'hole 6 through, on top, 20 ±0.1 from left end, 15 from front',
      ],
    ]),
  )('“%s”', (line, part, said) => {
    const read = readLine(part, line)
    expect(read.ok ? printSaid(part, read.said) : read, line).toBe(said)
    // What is printed says the same again.
    const again = readLine(part, said)
    expect(again.ok && printSaid(part, again.said), said).toBe(said)
  })
})

describe('where it cannot know, it asks', () => {
  it.each(
    byLine<[question: RegExp, choices: readonly string[]]>([
      // Asked twice over: the first of what the second question offers stands for it.
      [
        inchBlock,
        'counterbored for 10-32',
        /close, normal or loose/,
        [0.206, 0.221, 0.238].map((inch) => `hole ${inch}, on top, counterbore 0.375 x 0.19`),
      ],
      [
        block,
        'clearance hole for M6',
        /close, normal or loose/,
        [6.4, 6.6, 7].map((mm) => `hole ${mm}, on top`),
      ],
      // An apprentice in a hurry.
      [
        block,
        'clearance hole for M6 through on top centred',
        /close, normal or loose/,
        [
          'hole 6.4 through, on top, centred',
          'hole 6.6 through, on top, centred',
          'hole 7 through, on top, centred',
        ],
      ],
      [
        block,
        'hole for M6 through on top centred',
        /or tapped/,
        [
          'hole 6.4 through, on top, centred',
          'hole 6.6 through, on top, centred',
          'hole 7 through, on top, centred',
          'hole M6 through, on top, centred',
        ],
      ],
      [
        block,
        'hole 6.6 through 20 from left 15 from front',
        /which face/,
        [
          'hole 6.6 through, on top, 20 from left end, 15 from front',
          'hole 6.6 through, on base, 20 from left end, 15 from front',
        ],
      ],
      [
        block,
        'hole 6 through on top at 20, 15',
        /From which faces/,
        [
          'hole 6 through, on top, 20 from left end, 15 from front',
          'hole 6 through, on top, 20 from left end, 15 from back',
          'hole 6 through, on top, 20 from right end, 15 from front',
          'hole 6 through, on top, 20 from right end, 15 from back',
        ],
      ],
      [
        block,
        'slot 12 wide 4 deep on top',
        /Which way/,
        ['slot 12 wide 4 deep along X, on top', 'slot 12 wide 4 deep along Y, on top'],
      ],
      [block, 'chamfr 1 on top', /Begin with/, ['chamfer 1 x 45°, on top, centred']],
      [block, 'hole 6 through on tpo centred', /no such face/, ['hole 6 through, on top, centred']],
      [
        block,
        '2 holes 6 through on top 40 apart centred',
        /row.*column/,
        [
          '2 holes 6 through, on top, row at 40, centred',
          '2 holes 6 through, on top, column at 40, centred',
        ],
      ],
      [block, 'top flat 0.02', /Begin with/, ['hold top flat within 0.02']],
      [
        twoBores,
        'hold bore to base ±0.02',
        /which bore/,
        ['hold bore 22 H7 to base ±0.02', 'hold bore 8 H7 to base ±0.02'],
      ],
      [
        withBore,
        'hold bore 25 ±0.02 from base',
        /drawn at 20 mm/,
        ['hold bore 22 H7 to base ±0.02'],
      ],
      [
        block,
        'hole M6 through on top, centred front to back',
        /left to right/,
        ['hole M6 through, on top, centred'],
      ],
      [
        inchBlock,
        'bore .750 +.0005/-.0000 thru on front centred',
        /tie of their own/,
        ['bore .750 through, on front, centred'],
      ],
      [
        block,
        'block 4 x 1 1/2 x 1.25in',
        /4 mm or 4 in/,
        ['block 4mm x 1 1/2 x 1.25in', 'block 4in x 1 1/2 x 1.25in'],
      ],
    ]),
  )('“%s”', (line, part, question, choices) => {
    const read = readLine(part, line)
    if (read.ok) throw new Error(`taken: ${printSaid(part, read.said)}`)
    expect(read.sentence).toMatch(question)
    expect(read.choices).toEqual(choices)
    for (const choice of choices) expect(readLine(part, choice).ok, choice).toBe(true)
  })

  it.each(
    byLine<[question: RegExp, choices: readonly string[]]>([
      [
        block,
        'bore 22,5 through, on front, centred',
        /./,
        ['bore 22.5 through, on front, centred'],
      ],
      [block, 'M6 through', /which face/, ['hole M6 through, on top']],
      [block, 'hole 6 12, on top, centred', /depth/, ['hole 6 12 deep, on top, centred']],
    ]),
  )('“%s”, the likeliest first', (line, part, question, [first]) => {
    const read = readLine(part, line)
    if (read.ok) throw new Error('taken')
    expect(read.sentence).toMatch(question)
    expect(read.choices[0]).toBe(first)
  })
})

describe('a unit said with the block', () => {
  it('is that of all that follows, where nothing was said before', () => {
    const inches = saying(
      block,
      'block 4 x 2 x 1.5 in',
      'hole 1/4 through on top, 1 from left, .5 from front',
    )
    expect(inches.unit).toBe('inch')
    expect(inches.features[0]?.place.dims[0]?.at.mm).toBeCloseTo(25.4, 9)
    // A part that is dimensioned already keeps its unit.
    expect(saying(withBore, 'block 5 x 4 x 2 in').unit).toBe('mm')
  })
})

describe('never guessed', () => {
  it.each([
    'hole 6 on top through on base centred',
    'hole 6 10 deep 12 deep on top centred',
    'slot 12 wide 4 deep along X on top counterbore 11 x 6',
    'bore 22 on front at base',
    '4 holes 6 through on top centred',
    'boss 20 x 5 high on top corner 3',
    'hole 6 through on top centred close',
    'hole 6 10 deep on top centred floor radius 2',
    'slot 12 wide 4 deep along X on top only at left',
    'hello',
  ])('“%s”', (line) => expect(readLine(block, line).ok).toBe(false))

  it('a name keeps what looks like a unit', () => {
    const read = readLine(block, 'hole 6 through, on top, centred, called plug in')
    expect(read.ok && read.said.kind === 'feature' && read.said.feature.name).toBe('plug in')
  })
})

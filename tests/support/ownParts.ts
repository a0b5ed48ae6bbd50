import { type Side } from '@/core/work/part'

/** A part as somebody new to Foothold would bring it: lines as they were written, and how they would turn it. */
export interface OwnPart {
  readonly name: string
  readonly unit: 'mm' | 'inch'
  /** As pasted into the line, one after another. */
  readonly lines: string
  /** Which face is up and which to the guide, setup by setup; in each, all is cut that can be reached. */
  readonly turns: readonly (readonly [up: Side, guide: Side])[]
  /** Faces that the drawing leaves as they are bought. */
  readonly asBought: readonly Side[]
  readonly features: number
  readonly ties: number
}

/** Five parts that are not the demo's: in inches, a plate with 60 holes, a long one, one with everything on the wrong side, one after a handbook. */
export const OWN_PARTS: readonly OwnPart[] = [
  {
    name: 'Hinge block',
    unit: 'inch',
    lines: `block 4 x 2.5 x 1.25 in
bore .5 thru on front, .5 above base, centred left to right
slot 1/2 wide 3/8 deep on top along front, centred
2 holes 10-32 1/2 deep on top row at 3, 0.5 from back
hole 1/4 thru on top 0.5 from left 0.5 from front
chamfer .03 all round top
hold bore 0.5 ±0.001 from base
hold bore parallel to base .004
hold top to base 1.25 +/- .005`,
    turns: [
      ['top', 'back'],
      ['bottom', 'back'],
      ['front', 'top'],
      ['back', 'top'],
      ['left', 'back'],
      ['right', 'back'],
    ],
    asBought: [],
    features: 5,
    ties: 3,
  },
  {
    name: 'Sixty plate',
    unit: 'mm',
    lines: `block 300 x 200 x 12
60 holes M5 through, on top, 10 x 6 at 25 x 25, centred, called grid
2 reamed holes 8 H7 through on top row at 260 centred called dowels
4 holes 6.6 thru on top 280 x 180 centred counterbored for M6
- hold grid position 0.2 to dowels
- hold dowels square to base 0.03`,
    turns: [
      ['top', 'back'],
      ['bottom', 'back'],
    ],
    asBought: ['left', 'right', 'front', 'back'],
    features: 3,
    ties: 2,
  },
  {
    name: 'Long rail',
    unit: 'mm',
    lines: `block 480 x 40 x 30
12 x 6.6 holes through on top, row at 38, 20 from front, centred left to right, counterbored for M6
step 12 wide 8 deep on top along front
slot 6 wide 5 deep on base along front, 20 from front
hold step wall parallel to back 0.05
hold base flat 0.05`,
    turns: [
      ['bottom', 'back'],
      ['top', 'back'],
    ],
    asBought: ['left', 'right', 'front', 'back'],
    features: 3,
    ties: 2,
  },
  {
    name: 'Wrong way round',
    unit: 'mm',
    lines: `block 80 x 60 x 40
pocket 30 x 20, 12 deep, base, centred, corners 4
bore 16 H7 20 deep on back, 18 from top, 30 from right
4 off M5 tapped 12 deep on left, 30 x 20, centred
hole 8 through on right 30 from back 10 from top
hold bore to top ±0.03
hold bore from right 30 ±0.1`,
    turns: [
      ['bottom', 'front'],
      ['back', 'bottom'],
      ['left', 'bottom'],
      ['right', 'bottom'],
      ['top', 'front'],
      ['front', 'bottom'],
    ],
    asBought: [],
    features: 4,
    ties: 2,
  },
  {
    name: 'Seven on a circle',
    unit: 'mm',
    lines: `block 140 x 140 x 20
bore 50 H7 through on top in the middle
7 holes 8.4 H11 on 100 PCD thru, on top, centred, first at 90
hold holes position ⌀0.2 MMC to A and bore
hold bore square to A within 0.02`,
    turns: [
      ['top', 'back'],
      ['bottom', 'back'],
    ],
    asBought: ['left', 'right', 'front', 'back'],
    features: 2,
    ties: 2,
  },
]

import { type Feature, type Hole } from '../../work/part'

/** Two reamed holes and two threads in the foot, so that everything else can be cut on a plate. */
export const TOOLING: readonly Feature[] = [
  fromBelow('locate', 'locating holes', 46, [20, 150], {
    making: 'ream',
    fit: 'H7',
    diameter: { mm: 8 },
    extent: { kind: 'deep', depth: { mm: 10 } },
  }),
  fromBelow('hold', 'holding threads', 24, [42, 126], {
    making: 'tap',
    thread: 'M6',
    diameter: { mm: 6 },
    extent: { kind: 'deep', depth: { mm: 10 } },
  }),
]

/** Two holes under the foot, so far from its front and from its left end. */
function fromBelow(
  id: string,
  name: string,
  front: number,
  [left, right]: readonly [number, number],
  more: Pick<Hole, 'making' | 'diameter' | 'extent'> & Partial<Hole>,
): Feature {
  return {
    kind: 'hole',
    id,
    name,
    on: 'bottom',
    head: { kind: 'none' },
    pattern: {
      kind: 'grid',
      columns: 2,
      rows: 1,
      pitchAcross: { mm: right - left },
      pitchUp: { mm: 0 },
    },
    place: {
      dims: [
        { from: 'left', at: { mm: (left + right) / 2 } },
        { from: 'front', at: { mm: front } },
      ],
      centred: false,
    },
    ...more,
  }
}

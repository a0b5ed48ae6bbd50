import { type Way } from '@/core/plan/way'

/** A way of the worm block whose bore is roughed, and measured, before it is bored to size. */
export const roughBoreIn = (way: Way): Way => ({
  ...way,
  setups: way.setups.map((setup) => ({
    ...setup,
    ops: setup.ops.flatMap((op) =>
      op.feature === 'bore'
        ? [
            {
              ...op,
              id: 'bore-rough',
              pass: 'rough' as const,
              leave: { mm: 0.3 },
              hold: {
                note: 'Measure the rough bore before it is bored to size.',
                check: ['bore-base', 'bore-parallel', 'bore-from-left'],
              },
            },
            op,
          ]
        : [op],
    ),
  })),
})

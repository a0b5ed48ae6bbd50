import { type Feature } from '@/core/work/part'
import { type Length } from '@/core/handbook/units'

/** A length of a feature that can be edited by itself. */
export interface LengthSlot {
  readonly label: string
  readonly value: Length
  readonly set: (value: Length) => Feature
}

/** The lengths of a feature beside its place, in the order in which one would say them. */
export function lengthSlots(feature: Feature): readonly LengthSlot[] {
  const depth: LengthSlot[] =
    'extent' in feature && feature.extent.kind === 'deep'
      ? [
          {
            label: 'Depth',
            value: feature.extent.depth,
            set: (value) => ({ ...feature, extent: { kind: 'deep', depth: value } }),
          },
        ]
      : []
  const foot: LengthSlot[] =
    'fillet' in feature && feature.fillet
      ? [
          {
            label: 'Floor radius',
            value: feature.fillet,
            set: (fillet) => ({ ...feature, fillet }),
          },
        ]
      : []
  switch (feature.kind) {
    case 'hole': {
      const { head, pattern } = feature
      const slots: LengthSlot[] =
        feature.thread === undefined
          ? [
              {
                label: 'Diameter',
                value: feature.diameter,
                set: (diameter) => ({ ...feature, diameter }),
              },
            ]
          : []
      slots.push(...depth)
      if (pattern.kind === 'circle')
        slots.push({
          label: 'On diameter',
          value: pattern.diameter,
          set: (diameter) => ({ ...feature, pattern: { ...pattern, diameter } }),
        })
      if (pattern.kind === 'grid' && pattern.columns > 1)
        slots.push({
          label: 'Apart across',
          value: pattern.pitchAcross,
          set: (pitchAcross) => ({ ...feature, pattern: { ...pattern, pitchAcross } }),
        })
      if (pattern.kind === 'grid' && pattern.rows > 1)
        slots.push({
          label: 'Apart up',
          value: pattern.pitchUp,
          set: (pitchUp) => ({ ...feature, pattern: { ...pattern, pitchUp } }),
        })
      if (head.kind === 'counterbore') {
        slots.push({
          label: 'Counterbore',
          value: head.diameter,
          set: (diameter) => ({ ...feature, head: { ...head, diameter } }),
        })
        slots.push({
          label: 'Counterbore depth',
          value: head.depth,
          set: (d) => ({ ...feature, head: { ...head, depth: d } }),
        })
      }
      return slots
    }
    case 'step':
    case 'slot':
      return [
        { label: 'Width', value: feature.width, set: (width) => ({ ...feature, width }) },
        { label: 'Depth', value: feature.depth, set: (d) => ({ ...feature, depth: d }) },
        ...foot,
      ]
    case 'pocket': {
      const corner: LengthSlot[] = feature.corner
        ? [
            {
              label: 'Corner radius',
              value: feature.corner,
              set: (radius) => ({ ...feature, corner: radius }),
            },
          ]
        : []
      return [
        { label: 'Across', value: feature.across, set: (across) => ({ ...feature, across }) },
        { label: 'Up', value: feature.up, set: (up) => ({ ...feature, up }) },
        ...depth,
        ...corner,
        ...foot,
      ]
    }
    case 'boss':
      return [
        {
          label: 'Diameter',
          value: feature.diameter,
          set: (diameter) => ({ ...feature, diameter }),
        },
        { label: 'Height', value: feature.height, set: (height) => ({ ...feature, height }) },
        ...foot,
      ]
    case 'contour':
      return foot
    case 'chamfer':
      return [{ label: 'Size', value: feature.size, set: (size) => ({ ...feature, size }) }]
    case 'rounding':
      return [{ label: 'Radius', value: feature.radius, set: (radius) => ({ ...feature, radius }) }]
  }
}

import { type Pickup } from './schema'

/** The surfaces that are touched to find an axis; none where the holding's own zero is taken. */
export function refsOfPickup(pickup: Pickup): readonly string[] {
  switch (pickup.kind) {
    case 'fixture':
      return []
    case 'both-sides':
      return [pickup.first, pickup.second]
    case 'bore':
      return [pickup.feature]
    case 'edge':
    case 'height':
      return [pickup.surface]
  }
}

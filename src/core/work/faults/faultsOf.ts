import { bySeverity, type Finding } from '../../ground/finding'
import { type Part } from '../part'
import { drawnOf } from './drawn'
import { featureFaults } from './featureFaults'
import { holeFaults } from './holeFaults'

const known = new WeakMap<Part, readonly Finding[]>()

/** What is wrong with a part by itself, before anything is said of how it is made; worst first. Once for each part. */
export function faultsOf(part: Part): readonly Finding[] {
  const found = known.get(part)
  if (found) return found
  const drawn = drawnOf(part)
  const faults = [...featureFaults(drawn), ...holeFaults(drawn)].sort(bySeverity)
  known.set(part, faults)
  return faults
}

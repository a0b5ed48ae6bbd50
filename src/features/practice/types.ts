import { type MillLink } from '@/ui/useMill'
import { type ToldExercise, type useExercise } from './useExercise'

/** What every task is given: the mill as it reads, what was taken so far, and how to answer. */
export interface TaskProps {
  readonly exercise: ToldExercise
  readonly mill: MillLink
  readonly onTaken: (what: string) => void
  readonly onClaim: ReturnType<typeof useExercise>['claim']
  readonly answered: boolean
}

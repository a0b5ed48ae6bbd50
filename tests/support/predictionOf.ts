import { type Part } from '@/core/part'
import { planWay } from '@/core/planning'
import { type Prediction, predictWay } from '@/core/prediction'
import { type Way } from '@/core/way'
import { type Workshop } from '@/core/workshop'

/** Plans and predicts a way at once. */
export const predictionOf = (workshop: Workshop, part: Part, way: Way): Prediction =>
  predictWay(planWay(workshop, part, way))

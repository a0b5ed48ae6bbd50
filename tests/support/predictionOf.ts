import { type Part } from '@/core/work/part'
import { planWay } from '@/core/plan/planning'
import { type Prediction, predictWay } from '@/core/predict/prediction'
import { type Way } from '@/core/plan/way'
import { type Workshop } from '@/core/shop/workshop'

/** Plans and predicts a way at once. */
export const predictionOf = (workshop: Workshop, part: Part, way: Way): Prediction =>
  predictWay(planWay(workshop, part, way))

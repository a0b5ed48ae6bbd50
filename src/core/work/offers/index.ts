export { type HoleOffers, type Offer, offersOfHole, type Sureness } from './holeOffers'
export {
  nameRest,
  fileQuestions,
  type Shown,
  shownBy,
  takeAllSure,
  takeForAlike,
  takeOffer,
} from './offers'
export { type AxisGroup, axisGroups, type Relation, relationsOf, tieRelation } from './relations'

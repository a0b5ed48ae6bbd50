export {
  barOffer,
  type BarOffer,
  barOffers,
  cutFrom,
  LEAST_STOCK_MM,
  piecesOf,
  type Sawing,
} from './bars'

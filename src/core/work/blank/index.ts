export {
  barOffer,
  type BarOffer,
  type BarStock,
  barOffers,
  cutFrom,
  LEAST_STOCK_MM,
  piecesOf,
  type Sawing,
} from './bars'
export {
  cutFromSolid,
  type OwnStock,
  pastSide,
  shiftStock,
  type StockBody,
  type StockLie,
  usualLie,
} from './ownSolid'

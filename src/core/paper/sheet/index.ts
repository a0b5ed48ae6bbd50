export {
  CAUTIONS,
  type ChainBlock,
  type RequirementLine,
  type SetupSheet,
  type SheetPage,
  setupSheet,
} from './setupSheet'
export { contactWords, linkPlace, pickupWords } from './words'

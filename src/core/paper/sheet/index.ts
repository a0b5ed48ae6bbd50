export {
  CAUTIONS,
  type ChainBlock,
  contactWords,
  linkPlace,
  pickupWords,
  type RequirementLine,
  type SetupSheet,
  type SheetPage,
  setupSheet,
} from './setupSheet'

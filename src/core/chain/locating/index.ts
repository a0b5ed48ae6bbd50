export {
  type Choice,
  type Contact,
  type Locating,
  POOR_CONDITION,
  type Spread,
  locate,
  rowOfContact,
} from './locate'

export {
  type Issue,
  type Result,
  cutText,
  fail,
  isSame,
  nearestWord,
  resultOf,
  succeed,
} from './issue'

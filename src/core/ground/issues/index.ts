export {
  type Issue,
  type Result,
  absent,
  cutText,
  fail,
  isSame,
  nearestWord,
  resultOf,
  succeed,
} from './issue'

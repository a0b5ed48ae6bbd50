export { type Issue, type Result, fail, nearestWord, resultOf, succeed } from './issue'
